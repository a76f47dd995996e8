import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('recipes', (table) => {
    owned(table)
    table.string('name', 120).notNullable()
    table.text('note')
    table.json('shape').notNullable()
    table.decimal('footprint_cm2', 12, 3).notNullable()
    pointsTo(table, 'mould_id', 'moulds')
    versioned(table)
    table.unique(['workspace_id', 'name'])
    table.check('footprint_cm2 > 0', [], 'recipes_footprint')
  })
  await knex.schema.createTable('recipe_layers', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    table.smallint('position').unsigned().notNullable()
    table.string('name', 80).notNullable()
    pointsTo(table, 'resin_id', 'resins').notNullable()
    table.json('fill').notNullable()
    table.json('inclusions').notNullable()
    table.decimal('run_off_pct', 6, 3).notNullable().defaultTo(0)
    table.smallint('cups').unsigned().notNullable().defaultTo(1)
    table.decimal('stir_min', 8, 3).notNullable()
    table.decimal('rest_min', 8, 3).notNullable()
    table.decimal('pour_min', 8, 3).notNullable()
    table.json('heat_after_min').notNullable()
    table.enum('recoat', ['tack', 'sand', 'either']).notNullable().defaultTo('either')
    table.unique(['recipe_id', 'position'])
  })
  await knex.schema.createTable('recipe_layer_pigments', (table) => {
    owned(table)
    pointsTo(table, 'layer_id', 'recipe_layers', 'CASCADE').notNullable()
    pointsTo(table, 'pigment_id', 'pigments').notNullable()
    table.decimal('load_pct', 6, 3).notNullable()
    table.unique(['layer_id', 'pigment_id'])
    table.check('load_pct > 0', [], 'recipe_layer_pigments_load')
  })
  await knex.schema.createTable('recipe_steps', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    table.smallint('position').unsigned().notNullable()
    table.string('name', 80).notNullable()
    table.enum('phase', ['before', 'after']).notNullable()
    table.string('waits_for', 40)
    table.decimal('minutes', 8, 3).notNullable()
    table.enum('per', ['piece', 'batch']).notNullable()
    table.string('skill', 40)
    table.string('station_kind', 40)
    table.boolean('dust').notNullable().defaultTo(false)
    table.boolean('demoulds').notNullable().defaultTo(false)
    table.unique(['recipe_id', 'position'])
  })
  await knex.schema.createTable('orders', (table) => {
    owned(table)
    table.enum('kind', ['commission', 'market']).notNullable()
    table.string('title', 160).notNullable()
    table.string('customer', 160)
    instant(table, 'promised_at').notNullable()
    table
      .enum('state', ['asked', 'accepted', 'making', 'ready', 'delivered', 'declined'])
      .notNullable()
      .defaultTo('asked')
    table.string('colours', 200)
    table.text('note')
    instant(table, 'created_at').notNullable()
    versioned(table)
    table.index(['workspace_id', 'promised_at', 'id'])
    table.index(['workspace_id', 'state'])
  })
  await knex.schema.createTable('order_lines', (table) => {
    owned(table)
    pointsTo(table, 'order_id', 'orders', 'CASCADE').notNullable()
    table.smallint('position').unsigned().notNullable()
    pointsTo(table, 'recipe_id', 'recipes').notNullable()
    table.smallint('quantity').unsigned().notNullable()
    table.unique(['order_id', 'position'])
    table.check('quantity > 0', [], 'order_lines_quantity')
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [
    'order_lines',
    'orders',
    'recipe_steps',
    'recipe_layer_pigments',
    'recipe_layers',
    'recipes',
  ])
    await knex.schema.dropTable(table)
}
