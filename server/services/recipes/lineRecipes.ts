import type { Recipe } from '../../../core/trade'
import { listRecipes } from '../../db/recipes'
import { readVersions } from '../../db/recipeVersions'
import type { Db } from '../../db/rows'

/** What of an order line says which recipe it is made by. */
export interface LineRecipe {
  recipeId: number
  /** The version it was begun with; null as long as it has not been begun. */
  recipeVersion: number | null
}

export type RecipeOf = (line: LineRecipe) => (Recipe & { version: number }) | undefined

/**
 * The recipe that each of these lines is made by: the one it was begun with, else as it stands now.
 */
export async function recipesOfLines(
  db: Db,
  workspaceId: number,
  lines: readonly LineRecipe[],
): Promise<RecipeOf> {
  const current = new Map((await listRecipes(db, workspaceId)).map((recipe) => [recipe.id, recipe]))
  const older = new Map<string, LineRecipe>()
  for (const line of lines)
    if (line.recipeVersion !== null && line.recipeVersion !== current.get(line.recipeId)?.version)
      older.set(keyOf(line), line)
  const versions = await readVersions(
    db,
    workspaceId,
    [...older.values()].map(({ recipeId, recipeVersion }) => ({
      recipeId,
      version: recipeVersion ?? 0,
    })),
  )
  const kept = new Map(
    versions.map((recipe) => [
      keyOf({ recipeId: recipe.id, recipeVersion: recipe.version }),
      recipe,
    ]),
  )
  return (line) => kept.get(keyOf(line)) ?? current.get(line.recipeId)
}

const keyOf = ({ recipeId, recipeVersion }: LineRecipe) => `${recipeId}@${recipeVersion ?? 'now'}`
