import { CLOCK, comesIfOrdered, type PlanLine, type PlanQuestion } from '../../../../core/question'
import type { Resin } from '../../../../core/trade'
import type { PlanTerms } from '../../../../shared/schemas/planTerms'
import type { StoredPot } from '../../../db/pots'
import { minuteOf } from './terms'

const NEVER = Infinity

/**
 * When the resin of each pot that is still to be mixed is there, minutes from the origin; those
 * whose resin is there already are left out. Where people say when a resin comes, nothing is mixed
 * from it before. Else the stores serve the pots in the order of what is promised first, and what
 * they do not hold comes as soon as it can if it is ordered now (`leadDays`).
 */
export function resinArrivals(
  pots: readonly StoredPot[],
  lines: readonly PlanLine[],
  resins: ReadonlyMap<number, Resin>,
  { deliveries }: PlanTerms,
  origin: Date,
): Map<number, number> {
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
    else if (leadDays > 0) arrivals.set(pot.id, comesIn(leadDays))
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
