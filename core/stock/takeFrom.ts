import { lots } from '../lots'
import { LIMIT_TOLERANCE } from '../result'
import { inUnitOf } from './inUnitOf'
import { wareKey, type Bottle, type Draw, type Taken } from './types'

/**
 * Takes what was used out of bottles: out of those that somebody named, in their order, else as
 * `lots` proposes. What they do not hold is taken from the last of them all the same, or from the
 * bottle that would be next, for it was used: a bottle below nothing was not counted right.
 * @param draws in the order in which they happened
 * @param at when, ms since 1970
 * @param alike bottles from which the same colour was taken that this one is to match: one of them
 *   that holds all of it goes before the others
 * @returns what each bottle gives; what no bottle is there for is left out and told in `without`
 */
export function takeFrom(
  draws: readonly Draw[],
  bottles: readonly Bottle[],
  at: number,
  alike: ReadonlySet<number> = new Set(),
): { taken: Taken[]; without: Draw[] } {
  const left = new Map(bottles.map((bottle) => [bottle.id, { ...bottle }]))
  const taken: Taken[] = []
  const without: Draw[] = []
  for (const draw of draws) {
    const known = [...left.values()].filter(
      (bottle) =>
        wareKey(bottle.ware) === wareKey(draw.ware) &&
        inUnitOf(bottle, draw.amount, draw.unit) !== null,
    )
    const named = draw.from.flatMap((id) => known.filter((bottle) => bottle.id === id))
    const matching = known.find(
      (bottle) =>
        alike.has(bottle.id) &&
        bottle.left >= (inUnitOf(bottle, draw.amount, draw.unit) ?? Infinity) &&
        at <= (bottle.usableUntil ?? Infinity),
    )
    const order = named.length > 0 ? named : matching ? [matching] : proposed(draw, known, at)
    const last = order.at(-1)
    if (!last) {
      without.push(draw)
      continue
    }
    let share = 1
    for (const bottle of order) {
      const wanted = (inUnitOf(bottle, draw.amount, draw.unit) ?? 0) * share
      const amount = bottle === last ? wanted : Math.min(wanted, Math.max(0, bottle.left))
      if (Math.abs(amount) < LIMIT_TOLERANCE) continue
      bottle.left -= amount
      bottle.isOpen = true
      share -= (share * amount) / wanted
      taken.push({ cause: draw.cause, ware: draw.ware, lotId: bottle.id, amount })
    }
  }
  return { taken, without }
}

/** The bottles that a draw takes, as `lots` says; the one to go below nothing last, where all end. */
function proposed(draw: Draw, bottles: readonly Bottle[], at: number): Bottle[] {
  const part = 'a'
  const byId = new Map(bottles.map((bottle) => [String(bottle.id), bottle]))
  // In shares of what is asked for, so that bottles in grams and in millilitres stand together.
  const { draws, short } = lots({
    needs: [{ id: draw.cause, atMin: at, aG: 1, bG: 0 }],
    lots: bottles.map((bottle) => ({
      id: String(bottle.id),
      part,
      leftG: Math.max(0, bottle.left) / (inUnitOf(bottle, draw.amount, draw.unit) ?? 1),
      usableUntilMin: bottle.usableUntil,
      isOpen: bottle.isOpen,
    })),
  })
  const order = draws.flatMap(({ lot }) => byId.get(lot) ?? [])
  if (short.length === 0) return order
  const beyond = order.at(-1) ?? newest(bottles)
  return beyond && order.at(-1) !== beyond ? [...order, beyond] : order
}

const newest = (bottles: readonly Bottle[]): Bottle | undefined =>
  bottles.reduce<Bottle | undefined>(
    (found, bottle) => (found && found.id > bottle.id ? found : bottle),
    undefined,
  )
