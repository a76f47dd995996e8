import type { Knex } from 'knex'
import { instant, owned, pointsTo } from '../columns'

/** Every version of a recipe as it was saved. */
export const up = (knex: Knex) =>
  knex.schema.createTable('recipe_versions', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    table.integer('version').unsigned().notNullable()
    table.json('content').notNullable()
    instant(table, 'saved_at').notNullable()
    pointsTo(table, 'saved_by', 'people', 'SET NULL')
    table.unique(['recipe_id', 'version'])
  })

export const down = (knex: Knex) => knex.schema.dropTable('recipe_versions')
