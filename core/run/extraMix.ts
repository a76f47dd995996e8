import type { RunCup, RunTargets } from './types'

/** A small mix of the same, matched to the one that ran short. */
export interface ExtraMix {
  /** Both parts in pouring order, in the unit that the run is measured in. */
  parts: { part: 'a' | 'b'; amount: number; unit: 'g' | 'ml' }[]
  /** Its cups, with as much of everything as their share of it. */
  cups: RunCup[]
}

/**
 * What is mixed when a pot runs short: both parts, pigments and fillers in the proportion of the
 * whole mix, so that ratio and colour match.
 * @param targets what the run had to reach
 * @param ml how much is missing
 */
export function extraMix(targets: RunTargets, ml: number): ExtraMix {
  const share = targets.needMl > 0 ? ml / targets.needMl : 0
  const part = (amount: number | null) => (amount === null ? null : amount * share)
  return {
    parts: targets.parts.map(({ part: name, ownAmount, unit }) => ({
      part: name,
      amount: ownAmount * share,
      unit,
    })),
    cups: targets.cups.map((cup) => ({
      ...cup,
      takenMl: cup.takenMl * share,
      doses:
        cup.doses?.map((dose) => ({
          ...dose,
          massG: part(dose.massG),
          teaspoons: part(dose.teaspoons),
          drops: part(dose.drops),
          counted: dose.counted && { ...dose.counted, n: dose.counted.n * share },
          premixMl: part(dose.premixMl),
        })) ?? null,
      fillers: cup.fillers.map((filler) => ({
        ...filler,
        massG: part(filler.massG),
        roomMl: filler.roomMl * share,
      })),
      received: cup.received.map(({ name, ml: got }) => ({ name, ml: got * share })),
    })),
  }
}
