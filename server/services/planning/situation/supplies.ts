import { CLOCK, comesIfOrdered, type PlanLine, type PlanQuestion } from '../../../../core/tasks'
import type { Resin } from '../../../../core/trade'
import type { PlanTerms } from '../../../../shared/schemas/planTerms'
import type { StoredPot } from '../../../db/pots'
import { minuteOf } from './terms'

const NEVER = Infinity

/** Resin that is ordered and not here yet. */
export interface OrderedResin {
  resinId: number
  ml: number
  at: Date
}

/** What comes of each resin, the soonest first; it is taken from as pots are served. */
function comingBy(ordered: readonly OrderedResin[]): Map<number, OrderedResin[]> {
  const coming = new Map<number, OrderedResin[]>()
  for (const one of [...ordered].sort((x, y) => x.at.getTime() - y.at.getTime()))
    coming.set(one.resinId, [...(coming.get(one.resinId) ?? []), one])
  return coming
}

/** Takes what is missing from what comes. @returns null where all of it is not enough */
function serve(missingMl: number, coming: OrderedResin[]): { at: Date; overMl: number } | null {
  let sum = 0
  const last = coming.findIndex(({ ml }) => (sum += ml) >= missingMl)
  const [at] = coming.slice(last).map((one) => one.at)
  if (last < 0 || !at) return null
  coming.splice(0, last + 1)
  return { at, overMl: sum - missingMl }
}

/**
 * When the resin of each pot that is still to be mixed is there, minutes from the origin; those
 * whose resin is there already are left out. Where people say when a resin comes, nothing is mixed
 * from it before. Else the stores serve the pots in the order of what is promised first, and what
 * they do not hold comes with what is ordered, or as soon as it can if it is ordered now
 * (`leadDays`).
 * @param ordered what is ordered and not here yet
 */
export function resinArrivals(
  pots: readonly StoredPot[],
  lines: readonly PlanLine[],
  resins: ReadonlyMap<number, Resin>,
  { deliveries }: PlanTerms,
  origin: Date,
  ordered: readonly OrderedResin[] = [],
): Map<number, number> {
  const coming = comingBy(ordered)
  const comesAt = new Map(deliveries.map((one) => [one.resinId, minuteOf(origin)(one.at)]))
  const promised = new Map(lines.map((line) => [line.id, line.promisedMin]))
  const dueOf = (pot: StoredPot) =>
    Math.min(NEVER, ...pot.portions.map((portion) => promised.get(portion.lineId) ?? NEVER))
  const left = new Map([...resins].map(([id, { stockMl }]) => [id, stockMl]))
  const comesIn = (leadDays: number) =>
    minuteOf(origin)(new Date(comesIfOrdered(origin.getTime(), leadDays)).toISOString())
  const arrivals = new Map<number, number>()
  for (const pot of pots
    .filter(({ state }) => state === 'planned')
    .sort((x, y) => dueOf(x) - dueOf(y) || x.id - y.id)) {
    const told = comesAt.get(pot.resinId)
    const [inStore, leadDays] = [left.get(pot.resinId) ?? 0, resins.get(pot.resinId)?.leadDays ?? 0]
    if (told !== undefined) {
      if (told > 0) arrivals.set(pot.id, told)
    } else if (pot.needMl <= inStore) left.set(pot.resinId, inStore - pot.needMl)
    else {
      const served = serve(pot.needMl - inStore, coming.get(pot.resinId) ?? [])
      if (served) {
        left.set(pot.resinId, served.overMl)
        arrivals.set(pot.id, Math.max(0, minuteOf(origin)(served.at.toISOString())))
      } else if (leadDays > 0) arrivals.set(pot.id, comesIn(leadDays))
    }
  }
  return arrivals
}

/** No pot is mixed before its resin is there. */
export function withArrivals(
  question: PlanQuestion,
  arrivals: ReadonlyMap<number, number>,
): PlanQuestion {
  const { request, meaning } = question
  const waits = [...meaning].flatMap(([task, { kind, potId }]) => {
    const at = kind === 'mix' ? arrivals.get(potId ?? 0) : undefined
    return at === undefined ? [] : [{ from: CLOCK, to: task, minMin: at - request.horizonMin }]
  })
  return { ...question, request: { ...request, lags: [...request.lags, ...waits] } }
}
