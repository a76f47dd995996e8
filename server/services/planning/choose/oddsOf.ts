import { isOfClock, type PlanLine, type PlanQuestion } from '../../../../core/tasks'
import {
  STARTING_CHANCE,
  USUAL_RUNS,
  type Again,
  type OddsAnswer,
  type OddsRequest,
} from '../../../../core/odds'
import type { PlanAnswer, PlanRequest } from '../../../../core/plan'
import { chanceOfEnough } from '../../../../core/spares'
import type { Result } from '../../../../core/result'
import type { Order } from '../../../../shared/types/orders'
import type { OddsBasis, PromiseOdds } from '../../../../shared/types/promises'
import { MS_PER_MIN } from '../../../../core/units'

/**
 * So many tasks are carried out in all: a plan of a thousand is run less often, so that nobody waits
 * for the third digit of its chances.
 */
const MOST_CARRIED_OUT = 1_000_000
/** Right within about four in a hundred, nineteen times in twenty. */
const FEWEST_RUNS = 500

/** How often a plan of so many tasks is carried out. */
export const runsFor = (tasks: number): number =>
  Math.min(USUAL_RUNS, Math.max(FEWEST_RUNS, Math.floor(MOST_CARRIED_OUT / tasks)))

/** Works out odds; the caller decides in which thread. */
export type Weigh = (request: OddsRequest) => Promise<Result<OddsAnswer>>

/** What is known of the orders that a plan was made for. */
export interface OddsContext {
  question: PlanQuestion
  orders: readonly Order[]
  /** What is left to do of them. */
  lines: readonly PlanLine[]
  /** What the log says about how work goes and comes out. */
  basis: OddsBasis
  origin: Date
  /** By order: how much later it is ready when one of its pieces has to be made again, minutes. */
  againMin: ReadonlyMap<number, number>
}

/**
 * The odds of each order's promise: the plan is carried out again and again with chance
 * (`core/odds`).
 * A commission must be made again when one of the pieces that are not known to be good fails; a market
 * takes what is ready.
 * @param runs how often
 * @returns by order; orders of which nothing is planned are left out
 */
export async function oddsOf(
  plan: PlanAnswer,
  { question, orders, lines, basis, origin, againMin }: OddsContext,
  weigh: Weigh,
  runs = runsFor(plan.tasks.length),
): Promise<Map<number, PromiseOdds>> {
  const found = await weigh({
    plan: byOrder(question, orders, origin),
    tasks: plan.tasks,
    chance: {
      ...STARTING_CHANCE,
      handsPct: basis.handsPct,
      certain: question.request.tasks.flatMap(({ id }) => (isOfClock(id) ? [id] : [])),
      again: againOf(orders, lines, basis, againMin),
    },
    runs,
    seed: 1,
  })
  if (!found.ok) throw new Error(`the odds of a plan were refused: ${JSON.stringify(found.issues)}`)
  const at = (minute: number) =>
    new Date(origin.getTime() + Math.ceil(minute) * MS_PER_MIN).toISOString()
  return new Map(
    found.value.jobs.flatMap(({ job, keptPct, readyMin90, windowMissedPct }) =>
      job === NO_ORDER
        ? []
        : [
            [
              Number(job),
              { keptPct: keptPct ?? 100, safeAt: at(readyMin90), windowMissedPct, basis },
            ],
          ],
    ),
  )
}

/** What belongs to no order. */
const NO_ORDER = 'none'

/** The request with a job for each order instead of one for each line or part of it. */
function byOrder(
  { request, meaning }: PlanQuestion,
  orders: readonly Order[],
  origin: Date,
): PlanRequest {
  const orderOf = new Map(
    orders.flatMap((order) => order.lines.map((line) => [line.id, order.id] as const)),
  )
  return {
    ...request,
    jobs: [
      { id: NO_ORDER },
      ...orders.map((order) => ({
        id: String(order.id),
        dueMin: Math.floor((Date.parse(order.promisedAt) - origin.getTime()) / MS_PER_MIN),
      })),
    ],
    tasks: request.tasks.map((task) => ({
      ...task,
      job: String(orderOf.get(meaning.get(task.id)?.lineId ?? 0) ?? NO_ORDER),
    })),
  }
}

/** How often an order has to be made again in part: as often as more of its pieces fail than may. */
function againOf(
  orders: readonly Order[],
  lines: readonly PlanLine[],
  basis: OddsBasis,
  againMin: ReadonlyMap<number, number>,
): Again[] {
  const enough = new Map(
    lines.map(({ id, quantity, good, mayFail }) => [
      id,
      chanceOfEnough(quantity - good.size - mayFail, quantity - good.size, basis),
    ]),
  )
  return orders.flatMap((order) => {
    const addsMin = againMin.get(order.id)
    const chance = order.lines.reduce((all, line) => all * (enough.get(line.id) ?? 1), 1)
    return addsMin === undefined
      ? []
      : [{ job: String(order.id), pct: 100 * (1 - chance), addsMin }]
  })
}
