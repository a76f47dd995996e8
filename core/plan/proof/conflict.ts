import { elementAt } from '../../elementAt'
import { issue, type Issue } from '../../result'
import { lastInShift, nextInShift } from '../model/calendar'
import type { Edge, Model, ModelTask } from '../model/model'

/**
 * A proof that needs more tasks than this is not made smaller; a task with more lags than this is a
 * hub.
 */
const MOST_TASKS = 80
const HUB = 16
/** In horizons: no start in a plan lies so late. */
const FAR_HORIZONS = 4

/** One of the things that cannot all be, as it stands in the request. */
export type Member =
  | { kind: 'lag'; index: number }
  /** The task lies in a shift of somebody who can do it. */
  | { kind: 'hands'; task: number }
  /** The task begins no sooner than it may. */
  | { kind: 'from'; task: number }
  /** The task begins no later than it may, by a pin or the end of the plan. */
  | { kind: 'until'; task: number }

/**
 * Finds a smallest set of waits, shifts and limits that cannot go together: without any one of them
 * the proof fails. Leaves out one thing after the other, the farthest from the task first, and
 * keeps it out where the windows still close (deletion filter: Chinneck and Dravnieks, "Locating
 * minimal infeasible constraint sets in linear programs", 1991).
 * @param impossible a task whose window closed; the lags hold no circle
 * @returns lags first, then what tasks ask for; empty where the proof is too wide to be made small
 */
export function conflictOf(model: Model, impossible: number): Member[] {
  const lags = lagEdges(model)
  for (const { tasks, distance } of neighbourhoods(model, lags, impossible)) {
    const all: Member[] = [
      ...lags.flatMap((edges, index): Member[] =>
        edges.every((edge) => distance.has(edge.from) && distance.has(edge.to))
          ? [{ kind: 'lag', index }]
          : [],
      ),
      ...tasks.flatMap((task): Member[] => [
        ...(task.attended ? [{ kind: 'hands' as const, task: task.index }] : []),
        ...(task.release > 0 ? [{ kind: 'from' as const, task: task.index }] : []),
        { kind: 'until', task: task.index },
      ]),
    ]
    if (closes(model, tasks, lags, new Set(all))) return smallest(model, tasks, lags, all, distance)
  }
  return []
}

function smallest(
  model: Model,
  tasks: readonly ModelTask[],
  lags: readonly Edge[][],
  all: readonly Member[],
  distance: ReadonlyMap<number, number>,
): Member[] {
  const far = (member: Member) =>
    member.kind === 'lag'
      ? Math.max(...(lags[member.index] ?? []).map((edge) => distance.get(edge.from) ?? 0))
      : (distance.get(member.task) ?? 0)
  const kept = new Set(all)
  for (const member of [...all].sort((x, y) => far(y) - far(x))) {
    kept.delete(member)
    if (!closes(model, tasks, lags, kept)) kept.add(member)
  }
  return all.filter((member) => kept.has(member))
}

/** By lag of the request, its one or two edges. */
function lagEdges({ request, tasks }: Model): Edge[][] {
  const indexOf = new Map(tasks.map((task) => [task.id, task.index]))
  return request.lags.map((lag) => {
    const [from, to] = [indexOf.get(lag.from) ?? 0, indexOf.get(lag.to) ?? 0]
    const duration = tasks[from]?.duration ?? 0
    const least = { from, to, weight: duration + (lag.minMin ?? 0) }
    return lag.maxMin === null || lag.maxMin === undefined
      ? [least]
      : [least, { from: to, to: from, weight: -(duration + lag.maxMin) }]
  })
}

/**
 * What lies around a task, by the number of lags between, wider and wider until it is too much to
 * look at.
 */
function* neighbourhoods(
  { tasks }: Model,
  lags: readonly Edge[][],
  start: number,
): Generator<{ tasks: ModelTask[]; distance: ReadonlyMap<number, number> }> {
  const beside = tasks.map((): number[] => [])
  for (const [edge] of lags) {
    if (!edge) continue
    beside[edge.from]?.push(edge.to)
    beside[edge.to]?.push(edge.from)
  }
  const distance = new Map([[start, 0]])
  let rim = [start]
  for (let steps = 1; distance.size <= MOST_TASKS; steps++) {
    yield { tasks: [...distance.keys()].map((i) => elementAt(tasks, i)), distance }
    // A hub, as the clock that fixed instants hang on, ties nothing together.
    const next = rim
      .filter((at) => at === start || (beside[at]?.length ?? 0) <= HUB)
      .flatMap((at) => beside[at] ?? [])
      .filter((at) => !distance.has(at))
    if (next.length === 0) return
    rim = [...new Set(next)]
    for (const at of rim) distance.set(at, steps)
  }
}

/**
 * Whether some task finds no start when only these members hold; the same propagation as
 * `windowsOf`, over few tasks.
 */
function closes(
  model: Model,
  tasks: readonly ModelTask[],
  lags: readonly Edge[][],
  members: ReadonlySet<Member>,
): boolean {
  const [handed, from, until] = [new Set<number>(), new Set<number>(), new Set<number>()]
  const edges: Edge[] = []
  for (const member of members) {
    if (member.kind === 'lag') edges.push(...(lags[member.index] ?? []))
    else ({ hands: handed, from, until })[member.kind].add(member.task)
  }
  const shifts = (task: ModelTask) => task.makers.map((maker) => model.shifts[maker] ?? [])
  const up = (task: ModelTask, minute: number) =>
    handed.has(task.index)
      ? Math.min(...shifts(task).map((own) => nextInShift(own, minute, task.duration)))
      : minute
  const down = (task: ModelTask, minute: number) =>
    handed.has(task.index)
      ? Math.max(...shifts(task).map((own) => lastInShift(own, minute, task.duration)))
      : minute
  const earliest = new Map(
    tasks.map((task) => [
      task.index,
      up(task, from.has(task.index) ? Math.max(0, task.release) : 0),
    ]),
  )
  const latest = new Map(
    tasks.map((task) => [
      task.index,
      down(
        task,
        until.has(task.index) ? Math.min(task.lastStart, model.horizon - task.duration) : Infinity,
      ),
    ]),
  )
  // Pushed so far, a start goes round in circles or past the last shift.
  const far = FAR_HORIZONS * model.horizon
  for (let changed = true; changed;) {
    if (
      tasks.some(
        ({ index }) =>
          (earliest.get(index) ?? 0) > far || (earliest.get(index) ?? 0) > (latest.get(index) ?? 0),
      )
    )
      return true
    changed = false
    for (const edge of edges) {
      const [source, target] = [elementAt(model.tasks, edge.from), elementAt(model.tasks, edge.to)]
      const soonest = (earliest.get(edge.from) ?? 0) + edge.weight
      if (soonest > (earliest.get(edge.to) ?? 0)) {
        earliest.set(edge.to, up(target, soonest))
        changed = true
      }
      const last = (latest.get(edge.to) ?? 0) - edge.weight
      if (last < (latest.get(edge.from) ?? 0)) {
        latest.set(edge.from, down(source, last))
        changed = true
      }
    }
  }
  return false
}

/** A member as an issue: where it stands in the request, and what it asks for. */
export function issueOf({ request, tasks, horizon }: Model, member: Member): Issue {
  if (member.kind === 'lag') {
    const lag = request.lags[member.index]
    return issue(`lags[${member.index}]`, 'begins-after', {
      task: lag?.to ?? '',
      after: lag?.from ?? '',
      minMin: lag?.minMin ?? 0,
      maxMin: lag?.maxMin ?? null,
    })
  }
  const task = elementAt(tasks, member.task)
  const path = `tasks[${member.task}]`
  switch (member.kind) {
    case 'hands':
      return issue(path, 'within-one-shift', { task: task.id, durationMin: task.duration })
    case 'from':
      return issue(path, 'begins-from', { task: task.id, minute: task.release })
    case 'until':
      return task.lastStart < horizon - task.duration
        ? issue(path, 'begins-until', { task: task.id, minute: task.lastStart })
        : issue(path, 'ends-with-plan', { task: task.id, horizonMin: horizon })
  }
}
