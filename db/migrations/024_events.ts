import type { Knex } from 'knex'
import { instant, pointsTo } from '../columns'

/**
 * What happened, in the order in which it became true: each transaction numbers its events as the
 * last thing it does, and holds the counter until it has ended.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('event_counters', (table) => {
    table
      .integer('workspace_id')
      .unsigned()
      .primary()
      .references('id')
      .inTable('workspaces')
      .onDelete('CASCADE')
    table.bigInteger('last').unsigned().notNullable().defaultTo(0)
  })
  await knex.schema.createTable('events', (table) => {
    table
      .integer('workspace_id')
      .unsigned()
      .notNullable()
      .references('id')
      .inTable('workspaces')
      .onDelete('CASCADE')
    table.bigInteger('number').unsigned().notNullable()
    table.primary(['workspace_id', 'number'])
    table.string('kind', 40).notNullable()
    table.string('subject', 20).notNullable()
    table.integer('subject_id').unsigned().nullable()
    pointsTo(table, 'person_id', 'people', 'SET NULL').nullable()
    instant(table, 'at').notNullable()
    table.json('data').notNullable()
    table.index(['workspace_id', 'subject', 'subject_id', 'number'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('events')
  await knex.schema.dropTable('event_counters')
}
