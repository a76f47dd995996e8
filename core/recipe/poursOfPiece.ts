import { pouredMlOf } from '../size'
import { courseParts } from './course'
import { NO_LOSS, sizePiece } from './sizePiece'
import { remembered } from './remembered'
import { splitOfLayer } from './splitOfLayer'
import type { Recipe } from '../trade'

/** What one pour gives one piece, or one set. */
export interface PourOfPiece {
  /** The key of its entry. */
  entry: string
  ml: number
}

interface Poured {
  pours: PourOfPiece[]
  pouredMl: number
  leftMl: number
}

/**
 * What the pours of a layer give one piece, films and spare left out.
 * @returns the pours in their order and the ml that they leave in the cups; null while the layer
 *   cannot be sized or split
 */
export const poursOfPiece = (recipe: Recipe, layerIndex: number): Poured | null =>
  poursOfLayers(recipe)[layerIndex]?.() ?? null

/** By the place of the layer, each worked out when it is asked for. */
const poursOfLayers = remembered((recipe: Recipe) =>
  recipe.layers.map((_, at) => {
    let known: { answer: Poured | null } | null = null
    return () => (known ??= { answer: poursOf(recipe, at) }).answer
  }),
)

function poursOf(recipe: Recipe, layerIndex: number): Poured | null {
  const sized = sizePiece(recipe)
  const [layer, work] = [recipe.layers[layerIndex], courseParts(recipe).work[layerIndex]]
  const netMl = sized.ok ? (sized.value.layers[layerIndex]?.netMl ?? 0) : 0
  if (!layer || !work || netMl <= 0) return null
  const entries = work.pouring.filter(({ pour }) => pour !== null)
  const result = splitOfLayer(layer, work, { netMl, pieces: 1, rules: NO_LOSS })
  if (!result.ok) return null
  const pouredMl = pouredMlOf(layer, netMl, 1)
  const given = result.value.layers[0]?.getsMl ?? 0
  return {
    pours: result.value.pours.map(({ ml }, i) => ({ entry: entries[i]?.key ?? '', ml })),
    pouredMl,
    leftMl: pouredMl - given,
  }
}
