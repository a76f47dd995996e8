import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('resins', (table) => {
    table.decimal('heat_c', 5, 1)
    table.tinyint('white_hold').unsigned()
    table.decimal('stock_ml', 12, 3).notNullable().defaultTo(0)
    table.smallint('lead_days').unsigned().notNullable().defaultTo(3)
    table.check('white_hold BETWEEN 1 AND 5', [], 'resins_white_hold')
    table.check('stock_ml >= 0', [], 'resins_stock')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('resins', (table) => {
    table.dropChecks(['resins_white_hold', 'resins_stock'])
    table.dropColumns('heat_c', 'white_hold', 'stock_ml', 'lead_days')
  })
}
