import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

/** What was offered for an order and agreed, frozen as it was told, and the money that came of it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('quotes', (table) => {
    owned(table)
    versioned(table)
    pointsTo(table, 'order_id', 'orders', 'CASCADE').notNullable()
    table.integer('number').unsigned().notNullable()
    table.enum('state', ['sent', 'accepted', 'declined', 'replaced']).notNullable()
    table.json('terms').notNullable()
    table.json('figures').notNullable()
    // As its figures say, to be added up by.
    table.decimal('total', 14, 4).notNullable()
    table.decimal('deposit', 14, 4).notNullable()
    table.date('valid_until').notNullable()
    table.string('note', 1000).notNullable().defaultTo('')
    instant(table, 'sent_at').notNullable()
    pointsTo(table, 'person_id', 'people').notNullable()
    instant(table, 'decided_at')
    table.string('reason', 400).notNullable().defaultTo('')
    table.unique(['workspace_id', 'number'])
    table.index(['workspace_id', 'order_id'])
    table.index(['workspace_id', 'state'])
  })
  await knex.schema.createTable('payments', (table) => {
    owned(table)
    pointsTo(table, 'order_id', 'orders', 'CASCADE').notNullable()
    table.enum('kind', ['deposit', 'payment', 'refund']).notNullable()
    table.decimal('amount', 14, 4).notNullable()
    table.date('paid_on').notNullable()
    table.string('means', 60).notNullable().defaultTo('')
    table.string('note', 400).notNullable().defaultTo('')
    instant(table, 'told_at').notNullable()
    pointsTo(table, 'person_id', 'people').notNullable()
    pointsTo(table, 'undoes_id', 'payments', 'CASCADE')
    table.string('client_key', 36)
    table.unique(['workspace_id', 'client_key'])
    table.unique(['undoes_id'])
    table.index(['workspace_id', 'order_id'])
    table.check('amount <> 0', [], 'payments_something')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('payments')
  await knex.schema.dropTable('quotes')
}
