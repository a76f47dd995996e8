import { courseParts, deepestMm } from '../recipe'
import type { SizeAnswer, SizedLayer } from '../size'
import {
  mouldsInUse,
  type Layer,
  type Mould,
  type Pigment,
  type Recipe,
  type Resin,
  type StudioRules,
} from '../trade'
import { potsOfLayer, type LayerPots } from './potsOfLayer'

/** A layer of a batch with its resin, its size and the pots that it is mixed in. */
export interface LayerOfBatch {
  layer: Layer
  resin: Resin
  sized: SizedLayer
  pots: LayerPots
}

/** What the pots of a batch are worked out from. */
export interface BatchTerms {
  resins: ReadonlyMap<number, Resin>
  pigments: ReadonlyMap<number, Pigment>
  mould: Mould | null
  rules: StudioRules
  /** The warmest that the bench gets, °C. */
  warmC: number
}

/**
 * The layers of a recipe for some pieces, each with the pots that it is mixed in by itself.
 * @param recipe how a piece is made
 * @param sized the recipe for these pieces, as `sizeBatch` has it
 * @param pieces how many
 * @returns in layer order; a layer whose resin is not known is left out
 */
export function layersOfBatch(
  recipe: Recipe,
  sized: SizeAnswer,
  pieces: number,
  { resins, pigments, mould, rules, warmC }: BatchTerms,
): LayerOfBatch[] {
  const works = courseParts(recipe).work
  return recipe.layers.flatMap((layer, i) => {
    const resin = resins.get(layer.resinId)
    const own = sized.layers[i]
    const work = works[i]
    if (!resin || !own || !work) return []
    const pots = potsOfLayer({ layer, work }, own, pieces, {
      resin,
      rules,
      warmC,
      mostPieces: mould ? mouldsInUse(mould) : undefined,
      pigments,
      depthMm: deepestMm(recipe, layer),
    })
    return [{ layer, resin, sized: own, pots }]
  })
}
