import type { PlanQuestionView } from '../../../shared/types/plan'
import { jointKey } from '../../../core/tasks'
import { MS_PER_MIN } from '../../../core/units'
import { database } from '../../db/database'
import { getKeptPlan } from '../../db/plans'
import { titleFor } from '../rights'
import type { Who } from '../Who'
import { holdBegun, keptTasks, readSituation } from './situation/situation'
import { pinsOf } from './situation/terms'

/**
 * What the plan that holds answers, as the core asks it from now on; null before the first plan.
 */
export async function planQuestion(who: Who, now: Date): Promise<PlanQuestionView | null> {
  const keep = await getKeptPlan(database(), who.workspaceId)
  if (!keep) return null
  const { lines, orders, ask, origin } = await readSituation(who.workspaceId, now, keep, keep.terms)
  const planned = lines.filter((line) => keep.lineIds.has(line.id))
  const asked = ask(
    planned,
    { sanded: new Set(keep.sandedJoints.map(jointKey)), boxLines: new Set(keep.boxLines) },
    1,
  )
  const tasks = keptTasks(keep, origin)
  const { question, pins: begun } = holdBegun(asked, tasks)
  const { request, meaning } = question
  const titleOfLine = new Map(
    orders.flatMap((order) =>
      order.lines.map((line) => [line.id, titleFor(who, order.ownerId, order.title)] as const),
    ),
  )
  return {
    planId: keep.id,
    originAt: origin.toISOString(),
    request,
    planned: tasks.map((task) =>
      task.startMin < 0 && begun.some((pin) => pin.task === task.id)
        ? { ...task, startMin: 0 }
        : task,
    ),
    pins: [...begun, ...pinsOf(keep.terms, origin)],
    titles: Object.fromEntries([...meaning].map(([id, { title }]) => [id, title])),
    lost: question.lost.map(({ lineId, title, dueMin }) => ({
      title,
      of: titleOfLine.get(lineId) ?? '',
      dueAt: new Date(origin.getTime() + dueMin * MS_PER_MIN).toISOString(),
    })),
    promises: Object.fromEntries(
      request.tasks.flatMap(({ id, job }) => {
        const title = titleOfLine.get(meaning.get(id)?.lineId ?? 0)
        return title === undefined ? [] : [[job, title]]
      }),
    ),
  }
}
