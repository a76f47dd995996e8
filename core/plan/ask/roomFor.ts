import { elementAt } from '../../elementAt'
import { lagCircle } from '../proof/lagCircle'
import { modelOf, type Model, type ModelTask } from '../model/model'
import type { Interval, Pin, PlannedTask, PlanRequest } from '../model/types'
import { windowsOf, type Windows } from '../model/windows'
import { NONE, noHolds, Workshop } from '../model/workshop'

/** Starts are tried so many minutes apart. */
const STEP_MIN = 5

/** Where one task could begin, in minutes; both ends of an interval are starts. */
export interface Room {
  /** Nothing else would have to move. */
  free: Interval[]
  /** Hands and waits allow it, whatever would have to move for it. */
  possible: Interval[]
}

/** Why a task can begin at a minute in no plan. */
export type Objection =
  | { because: 'past' | 'end' }
  /** The waits before it, counted from this task, allow no start before `boundMin`. */
  | { because: 'early'; boundMin: number; with: string | null }
  /** What this task waits for allows no start after `boundMin`. */
  | { because: 'late'; boundMin: number; with: string | null }
  | { because: 'skill'; maker: string }
  /** No shift of this maker, or of anybody who can do it, holds it whole. */
  | { because: 'shift'; maker: string | null }

export interface RoomQuestion {
  request: PlanRequest
  planned: readonly PlannedTask[]
  /** What else is pinned; a pin of the task itself is passed over. */
  pins: readonly Pin[]
  task: string
  /** Who is to do it; null for anybody who can. */
  maker: string | null
}

/**
 * Finds where in a span of time a task could begin: beside everything as planned, and at all.
 * `possible` is necessary, not sufficient: it looks at waits, pins and shifts, not at who would
 * have to make way.
 * @param span minutes, both ends included
 */
export function roomFor(question: RoomQuestion, span: Interval): Room {
  const scene = sceneOf(question)
  if (!scene) return { free: [], possible: [] }
  const { model, task, windows } = scene
  const [from, to] = [
    Math.max(span[0], elementAt(windows.earliest, task.index), 0),
    Math.min(span[1], elementAt(windows.latest, task.index)),
  ]
  const shifts = task.attended
    ? task.makers.flatMap((maker) => model.shifts[maker] ?? [])
    : [[from, to + task.duration] as Interval]
  const possible = united(
    shifts.map(([opens, closes]): Interval => [
      Math.max(from, opens),
      Math.min(to, closes - task.duration),
    ]),
  )
  return { possible, free: freeStarts(question, scene, [from, to]) }
}

/**
 * Says why a task can begin at this minute in no plan; null where only what else is planned stands
 * against it.
 */
export function whyNot(question: RoomQuestion, minute: number): Objection | null {
  const scene = sceneOf(question)
  if (!scene) return question.maker === null ? null : { because: 'skill', maker: question.maker }
  const { model, task, windows } = scene
  if (minute < 0) return { because: 'past' }
  if (minute + task.duration > model.horizon) return { because: 'end' }
  const [earliest, latest] = [
    elementAt(windows.earliest, task.index),
    elementAt(windows.latest, task.index),
  ]
  const isInShift =
    !task.attended ||
    task.makers.some((maker) =>
      (model.shifts[maker] ?? []).some(
        ([from, to]) => from <= minute && minute + task.duration <= to,
      ),
    )
  if (minute < earliest) {
    const [boundMin, other] = elementAt(model.incoming, task.index).reduce<[number, number]>(
      (most, { from, weight }) =>
        elementAt(windows.earliest, from) + weight > most[0]
          ? [elementAt(windows.earliest, from) + weight, from]
          : most,
      [task.release, NONE],
    )
    if (minute < boundMin)
      return { because: 'early', boundMin, with: model.tasks[other]?.id ?? null }
  }
  if (minute > latest) {
    const [boundMin, other] = elementAt(model.outgoing, task.index).reduce<[number, number]>(
      (least, { to, weight }) =>
        elementAt(windows.latest, to) - weight < least[0]
          ? [elementAt(windows.latest, to) - weight, to]
          : least,
      [Infinity, NONE],
    )
    if (minute > boundMin)
      return { because: 'late', boundMin, with: model.tasks[other]?.id ?? null }
  }
  return isInShift ? null : { because: 'shift', maker: question.maker }
}

interface RoomScene {
  model: Model
  task: ModelTask
  windows: Windows
}

/** The model in which the task itself is only held to its maker; null where nobody can do it so. */
function sceneOf({ request, pins, task: id, maker }: RoomQuestion): RoomScene | null {
  const others = pins.filter((pin) => pin.task !== id)
  const model = modelOf(
    request,
    maker === null ? others : [...others, { task: id, startMin: null, maker }],
  )
  const task = model.tasks.find((one) => one.id === id)
  if (!task || (task.attended && task.makers.length === 0) || lagCircle(model)) return null
  return { model, task, windows: windowsOf(model) }
}

/** Starts at which the task fits beside all the others as they are planned. */
function freeStarts(
  { planned }: RoomQuestion,
  { model, task }: RoomScene,
  [from, to]: Interval,
): Interval[] {
  const workshop = new Workshop(model, noHolds(model))
  const at = new Map(planned.map((one) => [one.id, one]))
  const makers = new Map(model.request.makers.map((maker, i) => [maker.id, i]))
  for (const { index, id, spots } of model.tasks) {
    const own = at.get(id)
    if (index === task.index || !own) continue
    const spot = spots.findIndex(
      (one) =>
        (model.request.stations[one.station]?.id ?? null) === own.station &&
        (model.request.places[one.place]?.id ?? null) === own.place,
    )
    workshop.put(
      index,
      own.startMin,
      own.maker === null ? NONE : (makers.get(own.maker) ?? NONE),
      Math.max(0, spot),
    )
  }
  const startOf = (other: number) => elementAt(workshop.start, other)
  const soonest = Math.max(
    from,
    ...elementAt(model.incoming, task.index).map((edge) => startOf(edge.from) + edge.weight),
  )
  const latest = Math.min(
    to,
    ...elementAt(model.outgoing, task.index).map((edge) => startOf(edge.to) - edge.weight),
  )
  const free: Interval[] = []
  for (let minute = soonest; minute <= latest; minute += STEP_MIN) {
    if (!workshop.find(task, minute) || workshop.foundStart > latest) break
    const found = workshop.foundStart
    workshop.put(task.index, found, task.attended ? workshop.foundMaker : NONE, workshop.foundSpot)
    const clashes = workshop.holdClash(task) !== NONE
    workshop.remove(task.index)
    const last = free.at(-1)
    if (!clashes && last && found === minute && found - last[1] <= STEP_MIN) last[1] = found
    else if (!clashes) free.push([found, found])
    minute = found
  }
  return free
}

/** Intervals put together where they touch; the empty ones are left out. */
function united(intervals: readonly Interval[]): Interval[] {
  const all: Interval[] = []
  for (const [from, to] of [...intervals]
    .filter(([from, to]) => from <= to)
    .sort((x, y) => x[0] - y[0])) {
    const last = all.at(-1)
    if (last && from <= last[1] + 1) last[1] = Math.max(last[1], to)
    else all.push([from, to])
  }
  return all
}
