import { batchOf, type BatchShelf } from './batchOf'
import type { Recipe } from '../trade'

/** A piece that a rest of resin would pour. */
export interface Served {
  recipeId: number
  name: string
  /** Resin for one, with what stays in cups, ml. */
  oneMl: number
  /** As many as the rest is enough for. */
  pieces: number
  /** What would still be left, ml. */
  leftMl: number
}

const MOST = 60

/**
 * Which pieces what is left of a resin would pour, those first that leave the least of it.
 * @param recipes those of the workshop
 * @param rest the resin and how much of it can be mixed, ml
 * @param shelf what batches are worked out from
 * @returns recipes that use this resin, with at least one piece
 */
export function serves(
  recipes: readonly Recipe[],
  { resinId, ml }: { resinId: number; ml: number },
  shelf: BatchShelf,
): Served[] {
  return recipes
    .flatMap((recipe): Served[] => {
      const needOf = (pieces: number) => needMl(recipe, resinId, pieces, shelf)
      const oneMl = needOf(1)
      if (oneMl <= 0 || oneMl > ml) return []
      let [pieces, tooMany] = [1, MOST + 1]
      while (tooMany - pieces > 1) {
        const middle = Math.floor((pieces + tooMany) / 2)
        if (needOf(middle) <= ml) pieces = middle
        else tooMany = middle
      }
      return [
        { recipeId: recipe.id, name: recipe.name, oneMl, pieces, leftMl: ml - needOf(pieces) },
      ]
    })
    .sort((x, y) => x.leftMl - y.leftMl)
}

/** What some pieces need of a resin, ml; nothing where the recipe cannot be sized. */
function needMl(recipe: Recipe, resinId: number, pieces: number, shelf: BatchShelf): number {
  if (!recipe.layers.some((layer) => layer.resinId === resinId)) return 0
  const batch = batchOf(recipe, pieces, shelf)
  return batch.ok
    ? batch.value.layers.reduce(
        (sum, { resin, mixMl }) => (resin.id === resinId ? sum + mixMl : sum),
        0,
      )
    : 0
}
