import { sizeBatch } from '../recipe'
import type { Recipe, StudioRules } from '../trade'

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
 * @param losses what stays in cups, and the reserve
 * @returns recipes that use this resin, with at least one piece
 */
export function serves(
  recipes: readonly Recipe[],
  { resinId, ml }: { resinId: number; ml: number },
  losses: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
): Served[] {
  return recipes
    .flatMap((recipe): Served[] => {
      const needOf = (pieces: number) => needMl(recipe, resinId, pieces, losses)
      const oneMl = needOf(1)
      if (oneMl <= 0 || oneMl > ml) return []
      let pieces = 1
      while (pieces < MOST && needOf(pieces + 1) <= ml) pieces++
      return [
        { recipeId: recipe.id, name: recipe.name, oneMl, pieces, leftMl: ml - needOf(pieces) },
      ]
    })
    .sort((x, y) => x.leftMl - y.leftMl)
}

/** What some pieces need of a resin; nothing where the recipe cannot be sized. */
function needMl(
  recipe: Recipe,
  resinId: number,
  pieces: number,
  losses: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
): number {
  if (!recipe.layers.some((layer) => layer.resinId === resinId)) return 0
  const sized = sizeBatch(recipe, pieces, losses)
  return sized.ok
    ? recipe.layers.reduce(
        (sum, layer, i) =>
          layer.resinId === resinId ? sum + (sized.value.layers[i]?.mixMl ?? 0) : sum,
        0,
      )
    : 0
}
