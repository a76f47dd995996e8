import type { Knex } from 'knex'

/** The units in which each maker reads and types; metric unless chosen otherwise. */
export const up = (knex: Knex) =>
  knex.schema.alterTable('people', (table) => {
    table.string('unit_mass', 12).notNullable().defaultTo('g')
    table.string('unit_volume', 12).notNullable().defaultTo('ml')
    table.string('unit_length', 12).notNullable().defaultTo('mm')
    table.string('unit_temperature', 12).notNullable().defaultTo('°C')
  })

export const down = (knex: Knex) =>
  knex.schema.alterTable('people', (table) =>
    table.dropColumns('unit_mass', 'unit_volume', 'unit_length', 'unit_temperature'),
  )
