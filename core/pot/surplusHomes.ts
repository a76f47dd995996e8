import type { Result } from '../result'
import { solidOf } from '../size'
import { surplus, type SurplusAnswer, type SurplusEffort } from '../surplus'
import { mouldsInUse, type Mould } from '../trade'

/** A layout on a screen is ready in tens of milliseconds; beyond, the best so far is shown. */
const ON_A_SCREEN: SurplusEffort = { together: 14, mostSteps: 50_000 }

/** A pot with what it is mixed for, and what rounding to the device adds. */
export interface SparePot {
  id: string
  /** The need with its reserve, ml. */
  needMl: number
  /** Measured minus needed; null where it is not known. */
  roundingMl: number | null
}

/**
 * What a pot is expected to leave: the reserve that was mixed on top of the need, and what rounding
 * added.
 * @param reservePct the studio's reserve, per cent of the need without it
 * @returns ml
 */
export const expectedSurplusMl = ({ needMl, roundingMl }: SparePot, reservePct: number): number =>
  Math.max(0, needMl - needMl / (1 + reservePct / 100) + (roundingMl ?? 0))

/**
 * Finds homes for what a day's pots leave in the filler moulds of the workshop, each of its copies
 * once.
 * @returns as `surplus`; moulds by their name, numbered where there are several
 */
export function surplusHomes(
  pots: readonly SparePot[],
  moulds: readonly Mould[],
  reservePct: number,
): Result<SurplusAnswer> {
  const fillers = moulds.flatMap((mould) => {
    const solid = mould.shape && solidOf(mould.shape)
    const { filler } = mould
    if (!solid || !filler) return []
    const there = mouldsInUse(mould)
    return Array.from({ length: there }, (_, i) => ({
      id: there > 1 ? `${mould.name} ${i + 1}` : mould.name,
      volumeMl: solid.capacityMl,
      depthMm: solid.heightMm,
      leastMm: Math.min(filler.leastMm, solid.heightMm),
      greatestMm: filler.greatestMm,
    }))
  })
  return surplus(
    {
      pots: pots.map((pot) => ({ id: pot.id, surplusMl: expectedSurplusMl(pot, reservePct) })),
      moulds: fillers,
    },
    ON_A_SCREEN,
  )
}
