import { DateTime } from 'luxon'
import {
  isBoxTask,
  isOfClock,
  jointOfKey,
  makerId,
  mouldId,
  placeId,
  plainSkill,
  stationId,
  type Joint,
  type PlanQuestion,
} from '../../../../core/tasks'
import { checkPlan, type PlanAnswer, type PlanRequest } from '../../../../core/plan'
import type { PromiseOdds, PromiseRow } from '../../../../shared/types/promises'
import type { GatheredMix } from '../../../../shared/types/proposals'
import type { NewPlanTask } from '../../../db/plans'
import { againMinutes } from '../choose/againMinutes'
import { oddsOf } from '../choose/oddsOf'
import { planAll, type PlanAllOptions } from '../choose/planAll'
import { promiseOf, type Names } from '../promises/promiseOf'
import type { Situation } from '../situation/situation'
import { MS_PER_MIN } from '../../../../core/units'

/** What a plan comes to, before it is stored or shown. */
export interface WorkedOut {
  objective: PlanAnswer['objective']
  promises: PromiseRow[]
  tasks: NewPlanTask[]
  sandedJoints: Joint[]
  boxLines: number[]
  /** Pots that it takes to be mixed as one; it holds only once they are. */
  mixes: GatheredMix[]
}

/**
 * Plans what is left of all accepted orders from the situation's instant on, proven by the core's
 * checker.
 */
export async function workOut(asked: Situation, options: PlanAllOptions): Promise<WorkedOut> {
  const { situation, question, solved, paths, mixes } = await planAll(asked, options)
  const { origin, lines, orders, people, basis } = situation
  if (solved.ok) requireProven(question.request, solved.value)

  const odds =
    solved.ok && options.weigh
      ? await oddsOf(
          solved.value,
          {
            question,
            orders,
            lines,
            basis,
            origin,
            againMin: await againMinutes(solved.value, situation, question, paths, options.solve),
          },
          options.weigh,
        )
      : new Map<number, PromiseOdds>()
  const titles = new Map(
    orders.flatMap((order) => order.lines.map((line) => [line.id, order.title] as const)),
  )
  const resins = new Map(
    [...situation.arrivals.keys()].map((pot) => [
      pot,
      situation.shelf.resins.get(situation.pots.find((one) => one.id === pot)?.resinId ?? 0)
        ?.name ?? 'its resin',
    ]),
  )
  // What cannot be planned is not in the plan's question, and is named all the same.
  const everything = paths.impossible.size > 0 ? situation.ask([...lines], paths, 1) : question
  const names: Names = {
    meaning: question.meaning,
    task: (id) => `“${taskTitle(everything, id)}”`,
    maker: (id) => people.get(id) ?? 'nobody',
    skill: (skill) => `“${plainSkill(skill)}”`,
    mould: (id) => `“${situation.shelf.moulds.get(mouldId.row(id))?.name ?? 'that is gone'}”`,
    at: (minute) =>
      DateTime.fromJSDate(origin, { zone: situation.timeZone })
        .plus({ minutes: minute })
        .toFormat('ccc d LLL HH:mm'),
    person: (maker) => people.get(maker ?? '') ?? 'nobody',
    order: (lineId) => titles.get(lineId) ?? '',
    resins,
    placeKinds: new Map(question.request.places.map((place) => [place.id, place.kind])),
  }
  const context = {
    plan: solved.ok ? solved.value : solved.issues,
    question,
    paths,
    odds,
    names,
    origin,
  }
  return {
    objective: solved.ok
      ? solved.value.objective
      : { weightedTardinessMin: 0, weightedCompletionMin: 0, makespanMin: 0 },
    promises: orders.map((order) => promiseOf(order, context)),
    tasks: solved.ok ? storedTasks(solved.value, question, situation) : [],
    sandedJoints: [...paths.sanded].map(jointOfKey),
    boxLines: [...paths.boxLines],
    mixes,
  }
}

/** What people call a task, whether anybody does it or not. */
const taskTitle = ({ meaning }: PlanQuestion, id: string): string =>
  meaning.get(id)?.title ?? (isOfClock(id) ? 'what the clock sets' : 'something else')

/** A plan that breaks a rule is a bug of ours and is never shown. */
function requireProven(request: PlanRequest, answer: PlanAnswer): void {
  const [first, ...others] = checkPlan(request, answer.tasks)
  if (first)
    throw new Error(
      `the planner broke ${others.length + 1} constraints, first: ${first.task} ${first.message}`,
    )
}

function storedTasks(
  answer: PlanAnswer,
  question: PlanQuestion,
  { origin, orders }: Situation,
): NewPlanTask[] {
  const orderOf = new Map(
    orders.flatMap((order) => order.lines.map((line) => [line.id, order.id] as const)),
  )
  const why = new Map(answer.why.map((one) => [one.task, one]))
  const at = (minute: number) => new Date(origin.getTime() + minute * MS_PER_MIN)
  return answer.tasks.flatMap((task) => {
    const meaning = question.meaning.get(task.id)
    // What has hardened or come out of the heated box is remembered, so that no later plan begins
    // it again.
    if (
      !meaning ||
      (task.endMin === task.startMin && meaning.kind !== 'harden' && !isBoxTask(task.id))
    )
      return []
    return [
      {
        key: task.id,
        orderId: orderOf.get(meaning.lineId) ?? 0,
        orderLineId: meaning.lineId,
        potId: meaning.potId,
        kind: meaning.kind,
        title: meaning.title,
        attended: task.maker !== null,
        startAt: at(task.startMin),
        endAt: at(task.endMin),
        personId: makerId.rowOrNull(task.maker),
        stationId: stationId.rowOrNull(task.station),
        placeId: placeId.rowOrNull(task.place),
        binding: why.get(task.id)?.binding ?? 'none',
        withKey: why.get(task.id)?.with ?? null,
        does: meaning.does ?? null,
      },
    ]
  })
}
