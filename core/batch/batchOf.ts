import { potsOfLayer, type PotPart } from '../pot'
import { checkCups, courseParts, deepestMm } from '../recipe'
import { answer, invalid, type Result } from '../result'
import type { SizedLayer } from '../size'
import {
  mouldsInUse,
  numbersOf,
  rangesOf,
  type Layer,
  type LayerWork,
  type Mould,
  type Pigment,
  type Recipe,
  type Resin,
  type StudioRules,
} from '../trade'

/** What a workshop has that a batch is worked out from. */
export interface BatchShelf {
  resins: ReadonlyMap<number, Resin>
  pigments: ReadonlyMap<number, Pigment>
  moulds: ReadonlyMap<number, Mould>
  rules: StudioRules
  /** The warmest that the bench gets, °C. */
  warmC: number
}

/** A layer of a batch with its resin, its size and the pots that it is mixed in. */
export interface BatchLayer {
  layer: Layer
  /** Its place among the recipe's layers. */
  index: number
  work: LayerWork
  resin: Resin
  /** As it is in one piece, or in one set. */
  sized: SizedLayer
  /** In the order in which their pieces stand. */
  pots: PotPart[]
  /** All that is mixed for it, ml: what its pots need together. */
  mixMl: number
  /** What even the smallest pots break, in words; empty when all is well. */
  warnings: string[]
}

/** Some pieces of a recipe, as they are mixed and poured by themselves. */
export interface Batch {
  recipe: Recipe
  pieces: number
  /** In layer order, without those whose resin is not known. */
  layers: BatchLayer[]
}

/**
 * Works out a batch: what is mixed for each layer of some pieces, pot by pot, with the film of every
 * cup and the reserve of every mix. Order, price, pots, plan and stores all ask here.
 * @param recipe how a piece is made
 * @param pieces how many are poured, a whole number from 1
 * @param shelf what is known of resins, pigments and moulds, and the rules of the workshop
 * @returns its layers with their pots; refuses a recipe that cannot be filled, whose cups do not add
 *   up, or of which no whole number of pieces is asked for
 */
export function batchOf(recipe: Recipe, pieces: number, shelf: BatchShelf): Result<Batch> {
  if (!Number.isInteger(pieces) || pieces < 1) return invalid('pieces', 'pieces-not-whole')
  const cups = checkCups(recipe)
  if (!cups.ok) return cups
  const numbers = numbersOf({ first: 1, pieces })
  return answer({
    recipe,
    pieces,
    layers: recipe.layers.flatMap((_, index) => layerOfBatch(recipe, index, numbers, shelf) ?? []),
  })
}

/**
 * One layer of a batch, for the pieces that are still to be poured.
 * @param numbers of the pieces, counted from 1, rising
 * @returns null where the recipe cannot be sized, its resin is not known or nothing is poured
 */
export function layerOfBatch(
  recipe: Recipe,
  index: number,
  numbers: readonly number[],
  shelf: BatchShelf,
): BatchLayer | null {
  const layer = recipe.layers[index]
  const resin = shelf.resins.get(layer?.resinId ?? 0)
  const cups = checkCups(recipe)
  const sized = cups.ok ? cups.value.layers[index] : undefined
  const work = courseParts(recipe).work[index]
  if (!layer || !resin || !sized || !work || sized.netMl <= 0) return null
  const moulds = mouldsOf(recipe, shelf)
  const parts = numbersByRound(recipe, numbers, moulds)
    .flatMap(rangesOf)
    .map(({ first, pieces }) => ({
      first,
      ...potsOfLayer({ layer, work }, sized, pieces, {
        ...shelf,
        resin,
        mostPieces: Math.max(1, moulds),
        depthMm: deepestMm(recipe, layer),
      }),
    }))
  const pots = parts.flatMap(({ first, pots: own }) =>
    own.map((pot) => ({ ...pot, firstPiece: first + pot.firstPiece - 1 })),
  )
  return {
    layer,
    index,
    work,
    resin,
    sized,
    pots: pots.map((pot, i) => ({ ...pot, partNo: i + 1 })),
    mixMl: pots.reduce((sum, { needMl }) => sum + needMl, 0),
    warnings: [...new Set(parts.flatMap(({ warnings }) => warnings))],
  }
}

/** How many pieces of a recipe can lie in their moulds at a time; a base or a board needs none. */
const mouldsOf = ({ mouldId }: Recipe, { moulds }: BatchShelf): number => {
  const mould = moulds.get(mouldId ?? 0)
  return mouldId === null ? Infinity : mould ? mouldsInUse(mould) : 0
}

/**
 * Pieces by the round in which they have their moulds. All layers are cut by it: a pot that reached
 * into the next round would wait for moulds that wait for it.
 */
function numbersByRound(recipe: Recipe, numbers: readonly number[], moulds: number): number[][] {
  if (recipe.layers.length === 1 || moulds === Infinity || moulds < 1) return [[...numbers]]
  const rounds = new Map<number, number[]>()
  for (const number of numbers) {
    const round = Math.floor((number - 1) / moulds)
    rounds.set(round, [...(rounds.get(round) ?? []), number])
  }
  return [...rounds.values()]
}
