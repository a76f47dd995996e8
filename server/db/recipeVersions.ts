import type { Recipe } from '../../core/trade'
import type { RecipeVersion } from '../../shared/types/recipes'
import { recipeContentSchema } from '../../shared/schemas/recipes'
import {
  coursed,
  withSides,
  type LayerBefore,
  type StepBefore,
} from '../../shared/schemas/recipeBefore'
import { jsonColumn } from './jsonColumn'
import { iso, type Db } from './rows'

type RecipeBefore = { mouldId: number | null; layers: LayerBefore[]; steps: StepBefore[] }

const contentColumn = jsonColumn({
  name: 'recipe_versions.content',
  schema: recipeContentSchema,
  upcasts: [
    // Sets came later.
    (before: object) => ({ others: [], ...before }),
    // So did cups and one course of work.
    ({ steps, layers, ...before }: RecipeBefore) => ({ ...before, ...coursed(layers, steps) }),
    // And sides, beginnings, and what an entry uses, keeps and asks.
    withSides,
  ],
})

/** Keeps a recipe as it was saved; a version that is kept already stays as it is. */
export async function keepVersion(
  db: Db,
  workspaceId: number,
  recipe: Recipe & { version: number },
  saved: { at: Date; by: number | null },
): Promise<void> {
  const { version, ...content } = recipe
  await db('recipe_versions')
    .insert({
      workspace_id: workspaceId,
      recipe_id: recipe.id,
      version,
      content: contentColumn.write(content),
      saved_at: saved.at,
      saved_by: saved.by,
    })
    .onConflict(['recipe_id', 'version'])
    .merge(['version'])
}

/** The versions of a recipe, newest first, without what is in them. */
export async function listVersions(
  db: Db,
  workspaceId: number,
  recipeId: number,
): Promise<RecipeVersion[]> {
  const rows = (await db('recipe_versions')
    .leftJoin('people', 'people.id', 'recipe_versions.saved_by')
    .where({ 'recipe_versions.workspace_id': workspaceId, recipe_id: recipeId })
    .orderBy('recipe_versions.version', 'desc')
    .select('recipe_versions.version', 'recipe_versions.saved_at', 'people.name')) as {
    version: number
    saved_at: Date
    name: string | null
  }[]
  return rows.map((row) => ({
    version: row.version,
    savedAt: iso(row.saved_at),
    savedBy: row.name,
  }))
}

/**
 * Recipes as they stood in these versions, in no order; versions that were not kept are left out.
 */
export async function readVersions(
  db: Db,
  workspaceId: number,
  wanted: readonly { recipeId: number; version: number }[],
): Promise<(Recipe & { version: number })[]> {
  if (wanted.length === 0) return []
  const rows = (await db('recipe_versions')
    .where({ workspace_id: workspaceId })
    .whereIn(
      ['recipe_id', 'version'],
      wanted.map(({ recipeId, version }) => [recipeId, version]),
    )
    .select('version', 'content')) as { version: number; content: string }[]
  return rows.map((row) => ({ ...contentColumn.read(row.content), version: row.version }))
}
