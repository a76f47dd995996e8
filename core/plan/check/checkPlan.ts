import { elementAt } from '../../elementAt'
import { LIMIT_TOLERANCE } from '../../result'
import { occupancyOf, type Use } from './occupancy'
import type { PlannedTask, PlanRequest, PlanTask } from '../model/types'

/** Which of the seven hard constraints is broken, and by which task. */
export interface Violation {
  constraint: 'time' | 'maker' | 'station' | 'place' | 'mould' | 'dust' | 'lag'
  task: string
  message: string
}

/**
 * Proves a plan, or names every constraint it breaks. Shares no code with the search, so that a
 * mistake there cannot hide here.
 * @param request what was asked
 * @param planned the tasks of the answer, in any order
 * @returns nothing when the plan keeps all seven constraints of the compute contract (`plan`)
 */
export function checkPlan(request: PlanRequest, planned: readonly PlannedTask[]): Violation[] {
  const byId = new Map(planned.map((task) => [task.id, task]))
  const missing = request.tasks.filter((task) => !byId.has(task.id))
  if (missing.length > 0 || planned.length !== request.tasks.length) {
    return missing.map((task) => ({
      constraint: 'time',
      task: task.id,
      message: 'is not in the plan',
    }))
  }
  const inOrder = request.tasks.map((task) => byId.get(task.id) as PlannedTask)
  return [
    ...request.tasks.flatMap((task, i) => checkAlone(request, task, elementAt(inOrder, i))),
    ...checkSharing(request, inOrder),
    ...checkLags(request, byId),
  ]
}

function checkAlone(request: PlanRequest, task: PlanTask, at: PlannedTask): Violation[] {
  const found: Violation[] = []
  const wrong = (constraint: Violation['constraint'], message: string) =>
    found.push({ constraint, task: task.id, message })
  const release = request.jobs.find((job) => job.id === task.job)?.releaseMin ?? 0
  if (at.endMin - at.startMin !== task.durationMin)
    wrong('time', 'does not last as long as it must')
  if (at.startMin < Math.max(0, release)) wrong('time', 'starts before its release')
  if (at.endMin > request.horizonMin) wrong('time', 'ends after the horizon')

  const maker = request.makers.find((one) => one.id === at.maker)
  if (!task.attended && at.maker !== null) wrong('maker', 'needs no maker and has one')
  if (task.attended && !maker) wrong('maker', 'has no maker')
  if (task.attended && maker) {
    if (task.skill && !maker.skills.includes(task.skill))
      wrong('maker', `${maker.id} lacks the skill ${task.skill}`)
    const inside = maker.shifts.some(([from, to]) => from <= at.startMin && at.endMin <= to)
    if (!inside) wrong('maker', `does not lie inside one shift of ${maker.id}`)
  }
  const station = request.stations.find((one) => one.id === at.station)
  if (task.station ? station?.kind !== task.station : at.station !== null)
    wrong('station', 'is not at a station of its kind')
  const place = request.places.find((one) => one.id === at.place)
  if (task.place ? place?.kind !== task.place.kind : at.place !== null)
    wrong('place', 'is not in a place of its kind')
  return found
}

function checkSharing(request: PlanRequest, planned: readonly PlannedTask[]): Violation[] {
  const uses = occupancyOf(request, planned)
  const name = (i: number) => request.tasks[i]?.id ?? ''
  const over = (
    constraint: Violation['constraint'],
    map: Map<string, Use[]>,
    capacityOf: (key: string) => number,
  ) =>
    [...map].flatMap(([key, list]) =>
      tooMuch(list, capacityOf(key)).map((i): Violation => ({
        constraint,
        task: name(i),
        message: `asks for more of ${key} than there is`,
      })),
    )
  const areas = new Map(request.places.map((place) => [place.id, place.areaCm2]))
  const counts = new Map(request.moulds.map((mould) => [mould.id, mould.count]))
  const dust = [...uses.dusty].flatMap(([room, dusty]) =>
    dusty.flatMap((use) =>
      (uses.wet.get(room) ?? [])
        .filter((wet) => wet.task !== use.task && wet.from < use.to && use.from < wet.to)
        .map((wet): Violation => ({
          constraint: 'dust',
          task: name(use.task),
          message: `makes dust in ${room} while ${name(wet.task)} is open`,
        })),
    ),
  )
  return [
    ...over('maker', uses.makers, () => 1),
    ...over('station', uses.stations, () => 1),
    ...over('place', uses.places, (id) => areas.get(id) ?? 0),
    ...over('mould', uses.moulds, (id) => counts.get(id) ?? 0),
    ...dust,
  ]
}

/**
 * The uses whose start drives the sum over the capacity; at one minute, ends count before starts.
 */
function tooMuch(uses: readonly Use[], capacity: number): number[] {
  const events = uses.flatMap((use) => [
    { minute: use.from, amount: use.amount, task: use.task },
    { minute: use.to, amount: -use.amount, task: use.task },
  ])
  events.sort((x, y) => x.minute - y.minute || x.amount - y.amount)
  let used = 0
  return events.flatMap((event) => {
    used += event.amount
    return event.amount > 0 && used > capacity + LIMIT_TOLERANCE ? [event.task] : []
  })
}

function checkLags(request: PlanRequest, byId: Map<string, PlannedTask>): Violation[] {
  return request.lags.flatMap((lag): Violation[] => {
    const [from, to] = [byId.get(lag.from), byId.get(lag.to)]
    if (!from || !to) return []
    const gap = to.startMin - from.endMin
    const tooSoon = gap < (lag.minMin ?? 0)
    const tooLate = lag.maxMin !== null && lag.maxMin !== undefined && gap > lag.maxMin
    if (!tooSoon && !tooLate) return []
    return [
      {
        constraint: 'lag',
        task: lag.to,
        message: `comes ${gap} min after ${lag.from}: too ${tooSoon ? 'soon' : 'late'}`,
      },
    ]
  })
}
