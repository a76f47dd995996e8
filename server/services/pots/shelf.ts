import type { BatchShelf } from '../../../core/batch'
import { roomRange } from '../../../core/cure'
import { listMoulds } from '../../db/moulds'
import { listResins } from '../../db/resins'
import type { Db } from '../../db/rows'
import { getWorkspace, listPigments, listPlaces } from '../../db/workshop'
import { recipesOfLines, type LineRecipe, type RecipeOf } from '../recipes/lineRecipes'

/** What a pot is worked out from, and the recipe of each line. */
export interface Shelf extends BatchShelf {
  recipeOf: RecipeOf
}

const byId = <T extends { id: number }>(list: readonly T[]) =>
  new Map(list.map((one) => [one.id, one]))

export async function readShelf(
  db: Db,
  workspaceId: number,
  lines: readonly LineRecipe[],
): Promise<Shelf> {
  const [workspace, recipeOf, resins, pigments, moulds, places] = await Promise.all([
    getWorkspace(db, workspaceId),
    recipesOfLines(db, workspaceId, lines),
    listResins(db, workspaceId),
    listPigments(db, workspaceId),
    listMoulds(db, workspaceId),
    listPlaces(db, workspaceId),
  ])
  return {
    recipeOf,
    resins: byId(resins),
    pigments: byId(pigments),
    moulds: byId(moulds),
    rules: workspace.rules,
    warmC: roomRange(places.filter((place) => !place.isArchived).map((place) => place.climate))
      .warmC,
  }
}
