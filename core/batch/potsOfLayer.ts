import { cure } from '../cure'
import { mix } from '../mix'
import type { SizedLayer } from '../size'
import type { Layer, Resin, StudioRules } from './types'

/** One mix for some of the pieces of a layer. */
export interface PotPart {
  partNo: number
  /** The first piece it serves, counted from 1. */
  firstPiece: number
  pieces: number
  needMl: number
  /** From the end of stirring until the cup can no longer be poured, minutes at the warmest expected. */
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
 * The working time of a cup, shortened by its mass and the warmth.
 * Without densities the mass is unknown and only the warmth counts.
 * @returns minutes
 */
export function workMinOf(resin: Resin, needMl: number, tempC: number): number {
  const mixed = mix({ resin, need: resin.ratio.basis === 'volume' || resin.densityA !== undefined ? { volumeMl: needMl } : { massG: needMl }, measure: { kind: 'exact' } })
  const massG = mixed.ok ? mixed.value.exact.total.massG : null
  const pot = { massG: massG ?? resin.referencePotG, referenceG: resin.referencePotG, massExponent: resin.massExponent }
  const cured = cure({ resin, profile: [{ fromMin: 0, tempC }], startMin: 0, pot })
  return cured.ok ? (cured.value.inCupWorkMin ?? resin.milestones.work) : resin.milestones.work
}

/**
 * Splits a layer's resin into the fewest equal pots that are neither too large for the resin nor too slow to
 * pour out while the cup is workable. All pieces of a layer take the same, so equal parts are the fewest.
 * @param sized the layer for one piece: `netMl` is per piece whatever the number of pieces
 * @param warmC the warmest the bench gets, °C
 * @param mostPieces as many as there are moulds for
 */
export function potsOfLayer(
  layer: Layer,
  sized: SizedLayer,
  pieces: number,
  resin: Resin,
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
  warmC: number,
  mostPieces = Infinity,
): LayerPots {
  const part = (count: number): Omit<PotPart, 'partNo' | 'firstPiece'> => {
    const poured = sized.netMl * count * (1 + layer.runOffPct / 100)
    const needMl = (poured + layer.cups * rules.perCupMl) * (1 + rules.reservePct / 100)
    return { pieces: count, needMl, workMin: workMinOf(resin, needMl, warmC), busyMin: layer.restMin + layer.pourMin * count }
  }
  const fits = ({ needMl, workMin, busyMin }: Omit<PotPart, 'partNo' | 'firstPiece'>) => needMl <= resin.maxMixMl && busyMin <= workMin
  const tooMany = (inPot: number) => inPot > mostPieces || !fits(part(inPot))
  let count = 1
  while (count < pieces && tooMany(Math.ceil(pieces / count))) count++

  const pots: PotPart[] = []
  for (let partNo = 1, firstPiece = 1; partNo <= count; partNo++) {
    const inThis = Math.ceil((pieces - firstPiece + 1) / (count - partNo + 1))
    pots.push({ partNo, firstPiece, ...part(inThis) })
    firstPiece += inThis
  }
  return { pots, warnings: warningsOf(pots, sized, resin) }
}

function warningsOf(pots: readonly PotPart[], sized: SizedLayer, resin: Resin): string[] {
  const largest = pots.reduce((most, pot) => (pot.needMl > most.needMl ? pot : most))
  const depthMm = sized.fromMm === null || sized.toMm === null ? null : sized.toMm - sized.fromMm
  return [
    largest.needMl > resin.maxMixMl &&
      `a pot of ${largest.needMl.toFixed(0)} ml is more than the ${resin.maxMixMl.toFixed(0)} ml that ${resin.name} allows in one cup`,
    largest.busyMin > largest.workMin &&
      `resting and pouring take ${largest.busyMin.toFixed(0)} min, the cup stays workable for ${largest.workMin.toFixed(0)} min`,
    depthMm !== null && depthMm > resin.maxDepthMm + 1e-9 &&
      `${depthMm.toFixed(1)} mm is deeper than the ${resin.maxDepthMm.toFixed(1)} mm that ${resin.name} allows at once: split the layer`,
    depthMm !== null && depthMm < resin.minDepthMm - 1e-9 &&
      `${depthMm.toFixed(1)} mm is thinner than the ${resin.minDepthMm.toFixed(1)} mm at which ${resin.name} levels itself`,
  ].filter((warning) => warning !== false)
}
