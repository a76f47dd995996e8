import {
  isOfClock,
  jointKey,
  jointOfKey,
  type JointKey,
  type PlanLine,
  type PlanQuestion,
} from '../../../../core/tasks'
import type { Pin, PlanAnswer, PlannedTask, PlanRequest } from '../../../../core/plan'
import type { Order } from '../../../../shared/types/orders'
import type { Situation } from '../situation/situation'
import type { Paths } from './choosePaths'
import type { Solve } from './planAll'

/** Nothing else moves for it, so few tries find where it goes. */
const TRIES = 20
const ITERATIONS = 1

/**
 * How much later each commission is ready when one of its pieces fails: that piece is found out once
 * all is done, and made again beside everything else that is planned.
 * @returns minutes by order; to the end of the plan's horizon where there is no room in it
 */
export async function againMinutes(
  plan: PlanAnswer,
  situation: Situation,
  question: PlanQuestion,
  paths: Paths,
  solve: Solve,
): Promise<Map<number, number>> {
  const found = new Map<number, number>()
  const endOfLine = endsByLine(plan, question)
  const known = new Set(plan.tasks.map((task) => task.id))
  for (const order of situation.orders) {
    const last = lastLine(order, endOfLine)
    if (order.kind !== 'commission' || last === null) continue
    const readyMin = endOfLine.get(last) ?? 0
    const { request, beside } = withAgain(situation, question, plan, paths, { last, readyMin })
    const again = await solve({
      request,
      pins: beside.map(({ id, startMin, maker }): Pin => ({ task: id, startMin, maker })),
      keep: beside,
      improves: false,
      tries: TRIES,
      mustFit: true,
    })
    const endMin = again.ok
      ? Math.max(
          ...again.value.tasks.filter((task) => !known.has(task.id)).map((task) => task.endMin),
        )
      : question.request.horizonMin
    found.set(order.id, Math.max(0, endMin - readyMin))
  }
  return found
}

function endsByLine(plan: PlanAnswer, { meaning }: PlanQuestion): Map<number, number> {
  const ends = new Map<number, number>()
  for (const { id, endMin } of plan.tasks) {
    const lineId = meaning.get(id)?.lineId
    if (lineId !== undefined) ends.set(lineId, Math.max(ends.get(lineId) ?? 0, endMin))
  }
  return ends
}

/** The line that an order waits for; null where nothing of it is planned. */
const lastLine = ({ lines }: Order, endOfLine: ReadonlyMap<number, number>): number | null =>
  lines
    .filter(({ id }) => endOfLine.has(id))
    .reduce<number | null>(
      (last, { id }) =>
        last === null || (endOfLine.get(id) ?? 0) > (endOfLine.get(last) ?? 0) ? id : last,
      null,
    )

/**
 * The request with the tasks of one piece more, which nobody begins before a minute, and what it is
 * done beside: what goes on after that minute, and stays where it is, so that its own waits do not
 * matter.
 */
function withAgain(
  situation: Situation,
  { request }: PlanQuestion,
  plan: PlanAnswer,
  paths: Paths,
  { last, readyMin }: { last: number; readyMin: number },
): { request: PlanRequest; beside: PlannedTask[] } {
  const where = situation.withPieceAgain(last)
  const before = new Set(situation.lines.map((line) => line.id))
  const own = where.lines.filter((line) => !before.has(line.id))
  const like = (some: ReadonlySet<number>) =>
    new Set(some.has(last) ? own.map((line: PlanLine) => line.id) : [])
  const sandedLike = (some: ReadonlySet<JointKey>) =>
    new Set(
      [...some]
        .map(jointOfKey)
        .flatMap(({ lineId, layerId }) =>
          lineId === last ? own.map((line) => jointKey({ lineId: line.id, layerId })) : [],
        ),
    )
  const { request: alone } = where.ask(
    own,
    { sanded: sandedLike(paths.sanded), boxLines: like(paths.boxLines) },
    ITERATIONS,
  )
  const known = new Set(request.tasks.map((task) => task.id))
  const tasks = alone.tasks.filter((task) => !known.has(task.id))
  const added = new Set(tasks.map((task) => task.id))
  const lags = alone.lags.filter((lag) => added.has(lag.to))
  const lasting = lastingAfter(readyMin, plan, request, new Set(lags.map((lag) => lag.from)))
  return {
    request: {
      ...request,
      jobs: [
        ...request.jobs,
        ...alone.jobs
          .filter((job) => !isOfClock(job.id))
          .map((job) => ({ ...job, releaseMin: readyMin })),
      ],
      tasks: [...request.tasks.filter((task) => lasting.has(task.id)), ...tasks],
      lags,
    },
    beside: plan.tasks.filter((task) => lasting.has(task.id)),
  }
}

/** What ends, or gives back a mould or place, after a minute, with what it gives it back with; and what is waited for. */
function lastingAfter(
  minute: number,
  plan: PlanAnswer,
  request: PlanRequest,
  awaited: ReadonlySet<string>,
): Set<string> {
  const later = new Set(plan.tasks.filter((task) => task.endMin > minute).map((task) => task.id))
  return new Set(
    request.tasks.flatMap(({ id, mould, place }) => {
      const held = [id, mould?.untilTask ?? id, place?.untilTask ?? id]
      return awaited.has(id) || held.some((task) => later.has(task)) ? held : []
    }),
  )
}
