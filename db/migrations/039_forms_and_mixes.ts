import type { Knex } from 'knex'
import { owned, pointsTo } from '../columns'

interface Kept {
  keeps?: { mouldId: number | null }[]
}

/** Which forms a recipe's pieces lie on, so that none is removed unasked; and how many pieces a mix may serve. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('recipe_layers', (table) => {
    table.smallint('at_once').unsigned()
    table.check('at_once > 0', [], 'recipe_layers_at_once')
  })
  await knex.schema.createTable('recipe_forms', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    pointsTo(table, 'mould_id', 'moulds').notNullable()
    table.unique(['recipe_id', 'mould_id'])
  })
  const there = new Set(
    ((await knex('moulds').select('id')) as { id: number }[]).map(({ id }) => id),
  )
  const recipes = (await knex('recipes').select('id', 'workspace_id', 'course')) as {
    id: number
    workspace_id: number
    course: string
  }[]
  for (const { id, workspace_id, course } of recipes) {
    const kept = JSON.parse(course) as Kept[] | { is: Kept[] }
    const forms = (Array.isArray(kept) ? kept : kept.is).flatMap(({ keeps = [] }) =>
      keeps.flatMap(({ mouldId }) => mouldId ?? []),
    )
    for (const mould_id of new Set(forms))
      // A form that was removed before stays removed: the plan passes it over.
      if (there.has(mould_id))
        await knex('recipe_forms').insert({ workspace_id, recipe_id: id, mould_id })
  }
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('recipe_forms')
  await knex.raw('ALTER TABLE recipe_layers DROP CONSTRAINT recipe_layers_at_once')
  await knex.schema.alterTable('recipe_layers', (table) => table.dropColumn('at_once'))
}
