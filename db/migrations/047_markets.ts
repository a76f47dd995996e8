import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

/** What is thought of a market day, how it went, and where finished pieces stand. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('market_days', (table) => {
    owned(table)
    versioned(table)
    pointsTo(table, 'order_id', 'orders', 'CASCADE').notNullable()
    table.decimal('stall_fee', 14, 4).notNullable().defaultTo(0)
    table.smallint('table_pieces').unsigned()
    table.smallint('hands_min').unsigned()
    table.smallint('left_pct').unsigned().notNullable()
    table.string('note', 400).notNullable().defaultTo('')
    instant(table, 'told_at')
    table.unique(['order_id'])
  })
  await knex.schema.createTable('market_guesses', (table) => {
    owned(table)
    pointsTo(table, 'order_id', 'orders', 'CASCADE').notNullable()
    pointsTo(table, 'recipe_id', 'recipes').notNullable()
    table.decimal('price', 14, 4).notNullable()
    table.decimal('few', 8, 2).notNullable()
    table.decimal('likely', 8, 2).notNullable()
    table.decimal('many', 8, 2).notNullable()
    table.smallint('most').unsigned().notNullable()
    table.boolean('by_past').notNullable().defaultTo(true)
    table.unique(['order_id', 'recipe_id'])
    table.check('few <= likely AND likely <= many', [], 'market_guesses_rising')
  })
  await knex.schema.createTable('market_sales', (table) => {
    owned(table)
    pointsTo(table, 'order_id', 'orders', 'CASCADE').notNullable()
    pointsTo(table, 'recipe_id', 'recipes').notNullable()
    table.smallint('taken').unsigned().notNullable()
    table.smallint('sold').unsigned().notNullable()
    table.smallint('given').unsigned().notNullable()
    table.decimal('price', 14, 4).notNullable()
    pointsTo(table, 'person_id', 'people').notNullable()
    table.unique(['order_id', 'recipe_id'])
    table.index(['workspace_id', 'recipe_id'])
    table.check('sold + given <= taken', [], 'market_sales_taken')
  })
  await knex.schema.createTable('finished_stock', (table) => {
    owned(table)
    versioned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    table.string('stands', 120).notNullable().defaultTo('')
    table.decimal('price', 14, 4)
    table.unique(['recipe_id'])
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['finished_stock', 'market_sales', 'market_guesses', 'market_days'])
    await knex.schema.dropTable(table)
}
