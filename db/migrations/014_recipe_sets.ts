import type { Knex } from 'knex'

/** The other pieces of a set that is poured from one recipe. */
export const up = (knex: Knex) =>
  knex.schema.alterTable('recipes', (table) => table.json('others').notNullable().defaultTo('[]'))

export const down = (knex: Knex) =>
  knex.schema.alterTable('recipes', (table) => table.dropColumn('others'))
