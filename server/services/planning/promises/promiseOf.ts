import { asInstant, jointOfKey, type PlanQuestion } from '../../../../core/tasks'
import type { PlanAnswer } from '../../../../core/plan'
import type { Issue } from '../../../../core/result'
import type { Order } from '../../../../shared/types/orders'
import type { PromiseOdds, PromiseRow } from '../../../../shared/types/promises'
import { issueWords, type HoldingNames, type PlanNames } from '../../../../shared/words'
import { because } from './because'
import type { Paths } from '../choose/choosePaths'
import { MS_PER_MIN } from '../../../../core/units'

export type Names = PlanNames & HoldingNames

export interface PromiseContext {
  /** The plan, or why there is none. */
  plan: PlanAnswer | readonly Issue[]
  question: PlanQuestion
  paths: Paths
  names: Names
  origin: Date
  odds: ReadonlyMap<number, PromiseOdds>
}

/** How an order's promise fares under the plan, and what holds its end where it is. */
export function promiseOf(
  order: Order,
  { plan, question, paths, names, origin, odds }: PromiseContext,
): PromiseRow {
  const lineIds = new Set(order.lines.map((line) => line.id))
  const row = {
    orderId: order.id,
    title: order.title,
    promisedAt: order.promisedAt,
    usesSand: [...paths.sanded].some((key) =>
      order.lines.some((line) => line.id === jointOfKey(key).lineId),
    ),
    usesBox: order.lines.some((line) => paths.boxLines.has(line.id)),
    isMade: false,
    pieces: null,
    odds: null,
  }
  const impossible = order.lines
    .map((line) => paths.impossible.get(line.id))
    .find((reason) => reason !== undefined)
  const refusal = impossible ?? (isRefusal(plan) ? plan : undefined)
  if (refusal !== undefined || isRefusal(plan))
    return {
      ...row,
      readyAt: null,
      lateMin: 0,
      because: (refusal ?? []).map((wrong) =>
        issueWords(asInstant(wrong, question.request.horizonMin), names),
      ),
    }

  const taskIds = new Set(
    [...question.meaning].filter(([, meaning]) => lineIds.has(meaning.lineId)).map(([id]) => id),
  )
  if (taskIds.size === 0)
    return { ...row, isMade: true, readyAt: origin.toISOString(), lateMin: 0, because: [] }
  const end = Math.max(
    0,
    ...plan.tasks.filter((task) => taskIds.has(task.id)).map((task) => task.endMin),
  )
  const readyAt = new Date(origin.getTime() + end * MS_PER_MIN)
  const lateMin = Math.round((readyAt.getTime() - Date.parse(order.promisedAt)) / MS_PER_MIN)
  return {
    ...row,
    pieces: order.kind === 'market' ? piecesInTime(plan, question, lineIds, end - lateMin) : null,
    odds: odds.get(order.id) ?? null,
    readyAt: readyAt.toISOString(),
    lateMin,
    because: because(plan, taskIds, question.request.lags, names),
  }
}

/** How many of the pieces that are planned for some lines are ready by a minute. */
function piecesInTime(
  { tasks }: PlanAnswer,
  { parts }: PlanQuestion,
  lineIds: ReadonlySet<number>,
  dueMin: number,
): PromiseRow['pieces'] {
  const endOf = new Map(tasks.map((task) => [task.id, task.endMin]))
  const own = [...parts].filter(([, { lineId }]) => lineIds.has(lineId))
  const sum = (some: typeof own) => some.reduce((total, [, { pieces }]) => total + pieces, 0)
  return {
    inTime: sum(own.filter(([task]) => (endOf.get(task) ?? Infinity) <= dueMin)),
    planned: sum(own),
  }
}

const isRefusal = (plan: PlanAnswer | readonly Issue[]): plan is readonly Issue[] =>
  Array.isArray(plan)
