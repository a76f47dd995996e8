import { isOfClock, type PlanLine, type PlanQuestion } from '../../../../core/question'
import { STARTING_SPREAD, USUAL_RUNS, type JobOdds, type OddsOptions } from '../../../../core/odds'
import type { PlanAnswer, PlannedTask, PlanRequest } from '../../../../core/plan'
import type { Order } from '../../../../shared/types/orders'
import type { OddsBasis, PromiseOdds } from '../../../../shared/types/promises'
import { MS_PER_MIN } from '../../../../core/units'

/** Works out odds; the caller decides in which thread. */
export type Weigh = (question: {
  request: PlanRequest
  planned: readonly PlannedTask[]
  options: OddsOptions
}) => Promise<JobOdds[]>

/** What is known of the orders that a plan was made for. */
export interface OddsContext {
  question: PlanQuestion
  orders: readonly Order[]
  /** What is left to do of them. */
  lines: readonly PlanLine[]
  /** What the log says about how work goes and comes out. */
  basis: OddsBasis
  origin: Date
}

/**
 * The odds of each order's promise: the plan is carried out again and again with chance
 * (`core/odds`).
 * A commission must be made again when one of the pieces that are not judged yet fails; a market
 * takes what is ready.
 * @param runs how often
 * @returns by order; orders of which nothing is planned are left out
 */
export async function oddsOf(
  plan: PlanAnswer,
  { question, orders, lines, basis, origin }: OddsContext,
  weigh: Weigh,
  runs = USUAL_RUNS,
): Promise<Map<number, PromiseOdds>> {
  const orderOf = new Map(
    orders.flatMap((order) => order.lines.map((line) => [line.id, order.id] as const)),
  )
  const { request, meaning } = question
  const jobOf = (taskId: string) => {
    const lineId = meaning.get(taskId)?.lineId
    return String(orderOf.get(lineId ?? 0) ?? 'none')
  }
  const byOrder: PlanRequest = {
    ...request,
    jobs: [
      { id: 'none' },
      ...orders.map((order) => ({
        id: String(order.id),
        dueMin: Math.floor((Date.parse(order.promisedAt) - origin.getTime()) / MS_PER_MIN),
      })),
    ],
    tasks: request.tasks.map((task) => ({ ...task, job: jobOf(task.id) })),
  }
  const left = new Map(lines.map((line) => [line.id, line.quantity - line.judged.size]))
  const pieces = (order: Order) =>
    order.lines.reduce((sum, line) => sum + (left.get(line.id) ?? 0), 0)
  const againPct = Object.fromEntries(
    orders
      .filter((order) => order.kind === 'commission')
      .map((order) => [String(order.id), 100 * (1 - (basis.yieldPct / 100) ** pieces(order))]),
  )
  const found = await weigh({
    request: byOrder,
    planned: plan.tasks,
    options: {
      runs,
      seed: 1,
      spread: { ...STARTING_SPREAD, handsPct: basis.handsPct },
      againPct,
      certain: request.tasks.flatMap(({ id }) => (isOfClock(id) ? [id] : [])),
    },
  })
  const at = (minute: number) => new Date(origin.getTime() + minute * MS_PER_MIN).toISOString()
  return new Map(
    found.flatMap(({ job, keptPct, readyMin90, windowMissedPct }) =>
      job === 'none'
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
