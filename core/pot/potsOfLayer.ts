import { pouredMlOf, type SizedLayer } from '../size'
import { checkPot } from './checkPot'
import { potOf, type PotFigures } from './potOf'
import { depthOf } from '../recipe/depthOf'
import type { Layer, LayerWork, Pigment, Resin, StudioRules } from '../trade'

/** One mix for some of the pieces of a layer. */
export interface PotPart extends PotFigures {
  partNo: number
  /** The first piece it serves, counted from 1. */
  firstPiece: number
  pieces: number
}

export interface LayerPots {
  pots: PotPart[]
  /** What even the smallest pots break, in words; empty when all is well. */
  warnings: string[]
}

export interface LayerTerms {
  resin: Resin
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct' | 'pigmentCapPct'>
  /** The warmest that the bench gets, °C. */
  warmC: number
  /** As many pieces as there are moulds for. @default Infinity */
  mostPieces?: number
  /** How deep it stands where it is deepest, mm. @default as in the first piece of a set */
  depthMm?: number | null
  /** @default none */
  pigments?: ReadonlyMap<number, Pigment>
}

/** What one pot for some pieces of a single layer takes. */
export const potOfLayer = (
  { layer, work }: { layer: Layer; work: LayerWork },
  netMl: number,
  pieces: number,
  terms: Pick<LayerTerms, 'resin' | 'rules' | 'warmC' | 'pigments'>,
): PotFigures =>
  potOf(
    [
      {
        lineId: 0,
        layer,
        work,
        layerIndex: 0,
        firstPiece: 1,
        pieces,
        pouredMl: pouredMlOf(layer, netMl, pieces),
        mouldId: null,
      },
    ],
    terms,
  )

/**
 * Splits a layer's resin into the fewest equal pots that are neither too large for the resin nor
 * too slow to pour out while the cup is workable. All pieces of a layer take the same, so equal
 * parts are the fewest. No pot serves more pieces than the layer allows at once.
 * @param sized the layer for one piece: `netMl` is per piece whatever the number of pieces
 */
export function potsOfLayer(
  own: { layer: Layer; work: LayerWork },
  sized: SizedLayer,
  pieces: number,
  terms: LayerTerms,
): LayerPots {
  const { resin } = terms
  const mostPieces = Math.min(terms.mostPieces ?? Infinity, own.layer.atOnce ?? Infinity)
  const known = new Map<number, PotFigures>()
  const part = (count: number): PotFigures => {
    const figures = known.get(count) ?? potOfLayer(own, sized.netMl, count, terms)
    known.set(count, figures)
    return figures
  }
  const fits = ({ needMl, workMin, busyMin }: PotFigures) =>
    needMl <= resin.maxMixMl && busyMin <= workMin
  const tooMany = (inPot: number) => inPot > mostPieces || !fits(part(inPot))
  let count = 1
  while (count < pieces && tooMany(Math.ceil(pieces / count))) count++

  const pots: PotPart[] = []
  for (let partNo = 1, firstPiece = 1; partNo <= count; partNo++) {
    const inThis = Math.ceil((pieces - firstPiece + 1) / (count - partNo + 1))
    pots.push({ ...part(inThis), partNo, firstPiece, pieces: inThis })
    firstPiece += inThis
  }
  const largest = pots.reduce((most, pot) => (pot.needMl > most.needMl ? pot : most))
  const warnings = checkPot(
    own.layer,
    { ...part(largest.pieces), depthMm: terms.depthMm ?? depthOf(own.layer, sized) },
    terms,
  )
  return { pots, warnings: warnings.map(({ message, suggestion }) => `${message}: ${suggestion}`) }
}
