import { workableMin } from '../resin'
import { mixMlOf, pouredMlOf, type SizedLayer } from '../size'
import { busyMinOf } from './busyMinOf'
import { checkPot } from './checkPot'
import { depthOf } from '../recipe/depthOf'
import type { Layer, Pigment, Resin, StudioRules } from '../trade'

/** One mix for some of the pieces of a layer. */
export interface PotPart {
  partNo: number
  /** The first piece it serves, counted from 1. */
  firstPiece: number
  pieces: number
  needMl: number
  /**
   * From the end of stirring until the cup can no longer be poured, minutes at the warmest
   * expected.
   */
  workMin: number
  /** Rest and pour together, minutes. */
  busyMin: number
}

export interface LayerPots {
  pots: PotPart[]
  /** What even the smallest pots break, in words; empty when all is well. */
  warnings: string[]
}

/**
 * Splits a layer's resin into the fewest equal pots that are neither too large for the resin nor
 * too slow to pour out while the cup is workable. All pieces of a layer take the same, so equal
 * parts are the fewest.
 * @param sized the layer for one piece: `netMl` is per piece whatever the number of pieces
 * @param warmC the warmest the bench gets, °C
 * @param mostPieces as many as there are moulds for
 * @param pigments tell which of the layer's are white
 */
export function potsOfLayer(
  layer: Layer,
  sized: SizedLayer,
  pieces: number,
  resin: Resin,
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct' | 'pigmentCapPct'>,
  warmC: number,
  mostPieces = Infinity,
  pigments: ReadonlyMap<number, Pigment> = new Map(),
): LayerPots {
  const part = (count: number): Omit<PotPart, 'partNo' | 'firstPiece'> => {
    const needMl = mixMlOf(pouredMlOf(layer, sized.netMl, count), layer.cups, rules)
    return {
      pieces: count,
      needMl,
      workMin: workableMin(resin, needMl, warmC),
      busyMin: busyMinOf(layer, count),
    }
  }
  const fits = ({ needMl, workMin, busyMin }: Omit<PotPart, 'partNo' | 'firstPiece'>) =>
    needMl <= resin.maxMixMl && busyMin <= workMin
  const tooMany = (inPot: number) => inPot > mostPieces || !fits(part(inPot))
  let count = 1
  while (count < pieces && tooMany(Math.ceil(pieces / count))) count++

  const pots: PotPart[] = []
  for (let partNo = 1, firstPiece = 1; partNo <= count; partNo++) {
    const inThis = Math.ceil((pieces - firstPiece + 1) / (count - partNo + 1))
    pots.push({ partNo, firstPiece, ...part(inThis) })
    firstPiece += inThis
  }
  return {
    pots,
    warnings: warningsOf(pots, layer, sized, resin, warmC, pigments, rules.pigmentCapPct),
  }
}

function warningsOf(
  pots: readonly PotPart[],
  layer: Layer,
  sized: SizedLayer,
  resin: Resin,
  warmC: number,
  pigments: ReadonlyMap<number, Pigment>,
  pigmentCapPct: number,
): string[] {
  const largest = pots.reduce((most, pot) => (pot.needMl > most.needMl ? pot : most))
  const warnings = checkPot(
    { layer, mixMl: largest.needMl, busyMin: largest.busyMin, depthMm: depthOf(layer, sized) },
    resin,
    pigments,
    warmC,
    pigmentCapPct,
  )
  return warnings.map(({ message, suggestion }) => `${message}: ${suggestion}`)
}
