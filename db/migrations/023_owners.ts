import type { Knex } from 'knex'

/**
 * Whose an order is: a guest's own, or the workshop's. And whether a guest gives a hand with the
 * work of others; who does not is planned for their own orders only.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('orders', (table) => {
    table.integer('owner_id').unsigned().nullable().references('id').inTable('people')
    table.index(['workspace_id', 'owner_id', 'promised_at'])
  })
  await knex.schema.alterTable('people', (table) => {
    table.boolean('helps_others').notNullable().defaultTo(false)
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (table) => {
    table.dropColumn('helps_others')
  })
  await knex.schema.alterTable('orders', (table) => {
    table.dropForeign('owner_id')
    table.dropIndex(['workspace_id', 'owner_id', 'promised_at'])
    table.dropColumn('owner_id')
  })
}
