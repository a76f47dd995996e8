import type { Result } from '../result'
import { size, type SizeAnswer, type SizeRequest } from '../size'
import type { Recipe, StudioRules } from './types'

/** The sizing question that a recipe and a number of pieces ask. */
export function sizeRequestOf(recipe: Recipe, pieces: number, rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>): SizeRequest {
  return {
    shape: recipe.shape,
    pieces,
    layers: recipe.layers.map((layer, i) => ({
      id: String(layer.id || `new-${i}`),
      fill: layer.fill,
      inclusions: layer.inclusions.map(({ massG, density, volumeMl }) => (volumeMl === undefined ? { massG, density } : { volumeMl })),
      runOffPct: layer.runOffPct,
      cups: layer.cups,
    })),
    loss: { perCupMl: rules.perCupMl, reservePct: rules.reservePct },
  }
}

/**
 * Works out the resin of every layer of a recipe for a number of pieces.
 * @returns as `size`: levels in mm, volumes in ml
 */
export function sizeBatch(recipe: Recipe, pieces: number, rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>): Result<SizeAnswer> {
  return size(sizeRequestOf(recipe, pieces, rules))
}
