import type { Knex } from 'knex'

/** How many pieces of a line are poured beside those that were asked for, and how sure the house wants to be. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('order_lines', (table) => {
    table.smallint('spares').unsigned().notNullable().defaultTo(0)
    table.check('spares < quantity', [], 'order_lines_spares')
  })
  await knex.schema.alterTable('workspaces', (table) => {
    table.decimal('spare_sure_pct', 6, 3).notNullable().defaultTo(90)
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => table.dropColumn('spare_sure_pct'))
  await knex.raw('ALTER TABLE order_lines DROP CONSTRAINT order_lines_spares')
  await knex.schema.alterTable('order_lines', (table) => table.dropColumn('spares'))
}
