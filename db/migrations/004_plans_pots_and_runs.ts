import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('plans', (table) => {
    owned(table)
    instant(table, 'origin_at').notNullable()
    instant(table, 'made_at').notNullable()
    pointsTo(table, 'made_by', 'people').notNullable()
    table.json('objective').notNullable()
    table.json('promises').notNullable()
    table.index(['workspace_id', 'made_at'])
  })
  await knex.schema.createTable('pots', (table) => {
    owned(table)
    table.string('letter', 4).notNullable()
    table.specificType('tint', 'CHAR(7)').notNullable()
    pointsTo(table, 'order_line_id', 'order_lines').notNullable()
    pointsTo(table, 'layer_id', 'recipe_layers').notNullable()
    pointsTo(table, 'resin_id', 'resins').notNullable()
    table.smallint('part_no').unsigned().notNullable()
    table.smallint('first_piece').unsigned().notNullable()
    table.smallint('pieces').unsigned().notNullable()
    table.decimal('need_ml', 12, 4).notNullable()
    table
      .enum('state', ['planned', 'mixing', 'poured', 'spoiled'])
      .notNullable()
      .defaultTo('planned')
    versioned(table)
    table.unique(['order_line_id', 'layer_id', 'part_no'])
    table.index(['workspace_id', 'state'])
  })
  await knex.schema.createTable('plan_tasks', (table) => {
    owned(table)
    pointsTo(table, 'plan_id', 'plans', 'CASCADE').notNullable()
    table.string('task_key', 80).notNullable()
    pointsTo(table, 'order_line_id', 'order_lines', 'CASCADE').notNullable()
    pointsTo(table, 'pot_id', 'pots', 'CASCADE')
    table.string('kind', 20).notNullable()
    table.string('title', 160).notNullable()
    table.boolean('attended').notNullable()
    instant(table, 'start_at').notNullable()
    instant(table, 'end_at').notNullable()
    pointsTo(table, 'person_id', 'people')
    pointsTo(table, 'station_id', 'stations')
    pointsTo(table, 'place_id', 'places')
    table.string('binding', 12).notNullable()
    table.string('with_key', 80)
    table.unique(['plan_id', 'task_key'])
    table.index(['plan_id', 'start_at'])
  })
  await knex.schema.createTable('runs', (table) => {
    owned(table)
    pointsTo(table, 'pot_id', 'pots').notNullable()
    pointsTo(table, 'person_id', 'people').notNullable()
    table.json('targets').notNullable()
    instant(table, 'started_at').notNullable()
    instant(table, 'ended_at')
    table.index(['workspace_id', 'started_at'])
  })
  await knex.schema.createTable('run_events', (table) => {
    owned(table)
    pointsTo(table, 'run_id', 'runs', 'CASCADE').notNullable()
    table.specificType('client_key', 'CHAR(36)').notNullable()
    table.string('kind', 20).notNullable()
    instant(table, 'at').notNullable()
    table.json('data').notNullable()
    pointsTo(table, 'person_id', 'people').notNullable()
    table.unique(['run_id', 'client_key'])
  })
  await knex.schema.createTable('pieces', (table) => {
    owned(table)
    pointsTo(table, 'order_line_id', 'order_lines').notNullable()
    table.smallint('number').unsigned().notNullable()
    table.enum('state', ['curing', 'demoulded', 'good', 'rework', 'lost']).notNullable()
    pointsTo(table, 'place_id', 'places')
    versioned(table)
    table.unique(['order_line_id', 'number'])
    table.index(['workspace_id', 'state'])
  })
  await knex.schema.createTable('piece_events', (table) => {
    owned(table)
    pointsTo(table, 'piece_id', 'pieces', 'CASCADE').notNullable()
    table.string('kind', 20).notNullable()
    instant(table, 'at').notNullable()
    instant(table, 'planned_at')
    pointsTo(table, 'person_id', 'people').notNullable()
    pointsTo(table, 'layer_id', 'recipe_layers')
    pointsTo(table, 'run_id', 'runs')
    pointsTo(table, 'place_id', 'places')
    table.text('note')
    table.index(['piece_id', 'at'])
    table.index(['workspace_id', 'at'])
  })
  await knex.schema.createTable('photos', (table) => {
    owned(table)
    pointsTo(table, 'piece_id', 'pieces', 'CASCADE').notNullable()
    pointsTo(table, 'person_id', 'people').notNullable()
    instant(table, 'taken_at').notNullable()
    table.smallint('width_px').unsigned().notNullable()
    table.smallint('height_px').unsigned().notNullable()
    table.specificType('webp', 'MEDIUMBLOB').notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [
    'photos',
    'piece_events',
    'pieces',
    'run_events',
    'runs',
    'plan_tasks',
    'pots',
    'plans',
  ])
    await knex.schema.dropTable(table)
}
