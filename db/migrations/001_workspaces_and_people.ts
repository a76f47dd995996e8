import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('workspaces', (table) => {
    table.increments('id')
    table.string('name', 120).notNullable()
    table.string('time_zone', 64).notNullable()
    table.specificType('currency', 'CHAR(3)').notNullable()
    table.decimal('per_cup_ml', 10, 4).notNullable().defaultTo(3)
    table.decimal('reserve_pct', 6, 3).notNullable().defaultTo(5)
    table.decimal('cure_margin_pct', 6, 3).notNullable().defaultTo(10)
    table.decimal('labour_rate', 10, 2).notNullable()
    table.decimal('overhead_pct', 6, 3).notNullable().defaultTo(0)
    table.decimal('yield_pct', 6, 3).notNullable().defaultTo(95)
    table.decimal('packaging', 10, 2).notNullable().defaultTo(0)
    table.decimal('fee_pct', 6, 3).notNullable().defaultTo(0)
    table.decimal('fee_fixed', 10, 2).notNullable().defaultTo(0)
    table.decimal('tax_pct', 6, 3).notNullable().defaultTo(0)
    table.decimal('margin_pct', 6, 3).notNullable().defaultTo(30)
    versioned(table)
    table.check('yield_pct > 0 AND yield_pct <= 100', [], 'workspaces_yield')
  })
  await knex.schema.createTable('people', (table) => {
    owned(table)
    table.string('name', 120).notNullable()
    table.string('sign_in', 64).notNullable().unique()
    table.string('password_hash', 255).notNullable()
    table.enum('role', ['manager', 'maker', 'guest']).notNullable()
    table.enum('measure_kind', ['scale', 'cup']).notNullable().defaultTo('scale')
    table.decimal('measure_step', 8, 3).notNullable().defaultTo(0.1)
    table.boolean('measure_tare').notNullable().defaultTo(true)
    versioned(table)
    table.check('measure_step > 0', [], 'people_measure_step')
  })
  await knex.schema.createTable('person_skills', (table) => {
    owned(table)
    pointsTo(table, 'person_id', 'people', 'CASCADE').notNullable()
    table.string('skill', 40).notNullable()
    table.unique(['person_id', 'skill'])
  })
  await knex.schema.createTable('shifts', (table) => {
    owned(table)
    pointsTo(table, 'person_id', 'people', 'CASCADE').notNullable()
    table.tinyint('weekday').unsigned().notNullable()
    table.smallint('from_min').unsigned().notNullable()
    table.smallint('to_min').unsigned().notNullable()
    table.check('weekday BETWEEN 1 AND 7', [], 'shifts_weekday')
    table.check('from_min < to_min AND to_min <= 1440', [], 'shifts_order')
  })
  await knex.schema.createTable('sessions', (table) => {
    owned(table)
    pointsTo(table, 'person_id', 'people', 'CASCADE').notNullable()
    table.specificType('token_hash', 'CHAR(64)').notNullable().unique()
    instant(table, 'created_at').notNullable()
    instant(table, 'expires_at').notNullable().index()
  })
  await knex.schema.createTable('sign_in_tries', (table) => {
    table.string('key', 255).notNullable().primary()
    table.integer('points').notNullable().defaultTo(0)
    table.bigInteger('expire').unsigned()
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [
    'sign_in_tries',
    'sessions',
    'shifts',
    'person_skills',
    'people',
    'workspaces',
  ])
    await knex.schema.dropTable(table)
}
