import { pouredMlOf } from '../size'
import { split } from '../split'
import { courseParts } from './course'
import { sizePiece } from './sizeBatch'
import { splitCup, splitSteps, UNDOSED } from './splitOfLayer'
import type { Recipe } from '../trade'

/** What one pour gives one piece, or one set. */
export interface PourOfPiece {
  /** The key of its entry. */
  entry: string
  ml: number
}

/**
 * What the pours of a layer give one piece, films and spare left out.
 * @returns the pours in their order and the ml that they leave in the cups; null while the layer
 *   cannot be sized or split
 */
export function poursOfPiece(
  recipe: Recipe,
  layerIndex: number,
): { pours: PourOfPiece[]; pouredMl: number; leftMl: number } | null {
  const sized = sizePiece(recipe)
  const [layer, work] = [recipe.layers[layerIndex], courseParts(recipe).work[layerIndex]]
  const netMl = sized.ok ? (sized.value.layers[layerIndex]?.netMl ?? 0) : 0
  if (!layer || !work || netMl <= 0) return null
  const same = (key: string) => key
  const entries = work.pouring.filter(({ pour }) => pour !== null)
  const result = split({
    layers: [
      {
        id: layer.key,
        runOffPct: layer.runOffPct,
        members: [{ id: 'piece', netMl, pieces: 1 }],
      },
    ],
    cups: layer.cups.map((cup) => splitCup(cup, layer.key, same, UNDOSED)),
    steps: splitSteps(entries, layer.key, same, UNDOSED),
  })
  if (!result.ok) return null
  const pouredMl = pouredMlOf(layer, netMl, 1)
  const given = result.value.layers[0]?.getsMl ?? 0
  return {
    pours: result.value.pours.map(({ ml }, i) => ({ entry: entries[i]?.key ?? '', ml })),
    pouredMl,
    leftMl: pouredMl - given,
  }
}
