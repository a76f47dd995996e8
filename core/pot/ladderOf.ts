import { elementAt } from '../elementAt'
import { ladder } from '../colour'
import { mix } from '../mix'
import type { PotCup } from './potOf'
import type { CupPigment, Pigment, Resin } from '../trade'

/** One step of a cup that is darkened between pours. */
export interface Rung {
  /** The layers poured at this strength. */
  name: string
  addDrops: number
  pourMl: number
  /** Grams of pigment per 100 g of resin, as the recipe has it and as whole drops reach it. */
  wantedPct: number
  reachedPct: number
  remainingMl: number
}

const loadIn = (pigment: CupPigment | undefined): number =>
  pigment && 'loadPct' in pigment.dose ? pigment.dose.loadPct : 0

/**
 * How several strengths of one pigment come from one cup: the palest is poured first, then drops
 * are added for the next.
 * Drops are whole. What `ladder` tells by volume is turned into the load by mass with both
 * densities.
 * @returns the steps in order, or null where the colours are not several strengths of this one
 *   pigment, or it is not dosed by drops
 */
export function ladderOf(
  colours: readonly PotCup[],
  resin: Resin,
  pigment: Pigment,
): Rung[] | null {
  const { density, dropMl } = pigment
  const mixed = mix({ resin, need: { volumeMl: 100 }, measure: { kind: 'exact' } })
  const resinG = mixed.ok ? mixed.value.exact.total.massG : null
  if (density === undefined || dropMl === undefined || resinG === null || colours.length < 2)
    return null
  if (
    !colours.every(
      ({ pigments, received }) =>
        received.length === 0 &&
        pigments.length === 1 &&
        pigments[0]?.pigmentId === pigment.id &&
        'loadPct' in pigments[0].dose,
    )
  )
    return null

  const gPerMl = resinG / 100
  const loadOf = (colour: PotCup) => loadIn(colour.pigments[0])
  const palestFirst = [...colours].sort((x, y) => loadOf(x) - loadOf(y))
  let reachedPct = 0
  const steps = palestFirst.map((colour, i) => {
    const leftMl = palestFirst.slice(i).reduce((sum, one) => sum + one.takenMl, 0)
    const addDrops = Math.max(
      0,
      Math.round((leftMl * gPerMl * (loadOf(colour) - reachedPct)) / 100 / (density * dropMl)),
    )
    reachedPct += (100 * addDrops * density * dropMl) / (leftMl * gPerMl)
    return { addDrops, pourMl: colour.takenMl }
  })
  const climbed = ladder({
    startMl: palestFirst.reduce((sum, colour) => sum + colour.takenMl, 0),
    dropMl,
    steps,
  })
  if (!climbed.ok) return null
  return palestFirst.map((colour, i): Rung => {
    const { pigmentPct, remainingMl } = climbed.value.steps[i] ?? { pigmentPct: 0, remainingMl: 0 }
    return {
      name: colour.name,
      ...elementAt(steps, i),
      wantedPct: loadOf(colour),
      reachedPct: (100 * pigmentPct * density) / ((100 - pigmentPct) * gPerMl),
      remainingMl,
    }
  })
}
