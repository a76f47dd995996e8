import { LIMIT_TOLERANCE } from '../result'
import { PARTS, type Lot, type LotsAnswer, type LotsRequest, type Part } from './types'

/** A bottle while needs are served from it. */
interface Serving extends Lot {
  /** Where it stands in the request. */
  at: number
}

/**
 * Which bottles the needs of one resin take.
 * Needs are served by when they come. Each part takes from what may still be used then: what ends
 * first, of equal ones an open bottle before a closed one, then the one with less left; it takes what
 * is there and goes on with the next. Less than 1e-9 g is nothing.
 * Source: first to end first out, remainders first; the operation `lots` of docs/compute.md.
 * @param request masses in grams, minutes from any one origin
 * @returns what is drawn in the order in which it happens, what is missing, what each bottle holds
 *   afterwards
 * @throws nothing; the schema refuses what is none
 * @example lots({ needs: [{ id: 'M', atMin: 0, aG: 10, bG: 0 }], lots: [] }).short[0]?.g // 10
 */
export function lots({ needs, lots: given }: LotsRequest): LotsAnswer {
  const bottles = given.map((lot, at): Serving => ({ ...lot, at }))
  const draws: LotsAnswer['draws'] = []
  const short: LotsAnswer['short'] = []
  for (const need of [...needs].sort((x, y) => x.atMin - y.atMin))
    for (const part of PARTS) {
      let missing = part === 'a' ? need.aG : need.bG
      for (const bottle of usable(bottles, part, need.atMin)) {
        if (missing < LIMIT_TOLERANCE) break
        const g = Math.min(missing, bottle.leftG)
        bottle.leftG -= g
        bottle.isOpen = true
        missing -= g
        draws.push({ need: need.id, lot: bottle.id, g })
      }
      if (missing >= LIMIT_TOLERANCE) short.push({ need: need.id, part, g: missing })
    }
  return {
    draws,
    short,
    left: bottles.map(({ id, leftG, isOpen }) => ({
      lot: id,
      g: leftG < LIMIT_TOLERANCE ? 0 : leftG,
      isOpen,
    })),
  }
}

const endOf = ({ usableUntilMin }: Lot) => usableUntilMin ?? Infinity

/** Bottles of a part that hold something and may be used, in the order in which they are taken. */
const usable = (bottles: readonly Serving[], part: Part, atMin: number): Serving[] =>
  bottles
    .filter((one) => one.part === part && one.leftG >= LIMIT_TOLERANCE && atMin <= endOf(one))
    .sort(
      (x, y) =>
        compare(endOf(x), endOf(y)) ||
        Number(y.isOpen) - Number(x.isOpen) ||
        x.leftG - y.leftG ||
        x.at - y.at,
    )

/** Two that never end are equal, which their difference does not say. */
const compare = (x: number, y: number) => (x === y ? 0 : x < y ? -1 : 1)
