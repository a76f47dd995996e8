import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

/**
 * Letters that go out: each is kept, and sent by whichever server takes it first. Where none is
 * told how to send letters they stay here, to be looked at and handed over by hand.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('letters', (table) => {
    owned(table)
    table.enum('about', ['invitation', 'promise']).notNullable()
    table.string('to_name', 160).notNullable()
    table.string('to_address', 254).notNullable()
    table.string('subject', 200).notNullable()
    table.text('body').notNullable()
    table.enum('state', ['kept', 'waiting', 'sent', 'failed']).notNullable()
    table.tinyint('tries').unsigned().notNullable().defaultTo(0)
    table.string('failure', 400).notNullable().defaultTo('')
    pointsTo(table, 'person_id', 'people', 'SET NULL').nullable()
    instant(table, 'written_at').notNullable()
    instant(table, 'due_at').nullable()
    instant(table, 'sent_at').nullable()
    versioned(table)
    table.index(['state', 'due_at'])
    table.index(['workspace_id', 'id'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('letters')
}
