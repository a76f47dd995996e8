import { issue, type Result } from '../result'
import {
  mixMlOf,
  pouredMlOf,
  size,
  type SizeAnswer,
  type SizedLayer,
  type SizeRequest,
} from '../size'
import type { Recipe, StudioRules } from '../trade'

/** The sizing question that a recipe and a number of pieces ask. */
function sizeRequestOf(
  recipe: Recipe,
  pieces: number,
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
): SizeRequest {
  return {
    shape: recipe.shape,
    pieces,
    layers: recipe.layers.map((layer, i) => ({
      id: String(layer.id || `new-${i}`),
      fill: layer.fill,
      inclusions: layer.inclusions.map(({ massG, density, volumeMl }) =>
        volumeMl === undefined ? { massG, density } : { volumeMl },
      ),
      runOffPct: layer.runOffPct,
      cups: layer.cups,
    })),
    loss: { perCupMl: rules.perCupMl, reservePct: rules.reservePct },
  }
}

const NO_LOSS = { perCupMl: 0, reservePct: 0 }

/**
 * Works out what one piece of a recipe, or one set, takes up: no film left in cups, no reserve.
 * @returns as `sizeBatch`
 */
export const sizePiece = (recipe: Recipe): Result<SizeAnswer> => sizeBatch(recipe, 1, NO_LOSS)

/**
 * Works out the resin of every layer of a recipe for a number of pieces, or of sets.
 * In a set each layer goes into every piece of it: levels and area are those of the first, volumes
 * those of all together.
 * Inclusions lie in the first.
 * @returns as `size`: levels in mm, volumes in ml; a refusal about another piece of the set names
 *   it
 */
export function sizeBatch(
  recipe: Recipe,
  pieces: number,
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
): Result<SizeAnswer> {
  const first = size(sizeRequestOf(recipe, pieces, rules))
  if (!first.ok || recipe.others.length === 0) return first
  let layers = first.value.layers
  for (const [i, other] of recipe.others.entries()) {
    const bare = recipe.layers.map((layer) => ({ ...layer, inclusions: [] }))
    const sized = size(sizeRequestOf({ ...recipe, shape: other.shape, layers: bare }, 1, NO_LOSS))
    if (!sized.ok)
      return {
        ...sized,
        issues: sized.issues.map((wrong) =>
          issue(`others[${i}].shape`, 'of-set-piece', {
            piece: other.name,
            layer:
              recipe.layers.find((_, at) => wrong.path.startsWith(`layers[${at}]`))?.name ?? null,
            issue: wrong,
          }),
        ),
      }
    layers = layers.map((layer, at) => together(layer, sized.value.layers[at], other.count))
  }
  const mixed = layers.map((layer, at) => {
    const own = recipe.layers[at]
    return own
      ? { ...layer, mixMl: mixMlOf(pouredMlOf(own, layer.netMl, pieces), own.cups, rules) }
      : layer
  })
  return {
    ...first,
    value: {
      ...first.value,
      layers: mixed,
      totalMixMl: mixed.reduce((sum, layer) => sum + layer.mixMl, 0),
    },
  }
}

const together = (layer: SizedLayer, other: SizedLayer | undefined, count: number): SizedLayer => ({
  ...layer,
  grossMl: layer.grossMl + count * (other?.grossMl ?? 0),
  netMl: layer.netMl + count * (other?.netMl ?? 0),
})
