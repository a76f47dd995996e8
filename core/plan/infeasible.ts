import { refuse, type Refusal } from '../result'
import { conflictOf, issueOf } from './conflict'
import { lagCircle } from './lagCircle'
import type { Model, ModelTask } from './model'
import type { PlanTask } from './types'
import { earliestForHands, windowsOf, type Windows } from './windows'

/**
 * Looks for a proof that no schedule exists, and says it in a manager's words.
 * @returns the refusal with the task at fault, and after it where windows close a smallest set of things that cannot go
 *   together; or the windows that are left to search in
 */
export function infeasible(model: Model): { refusal: Refusal } | { windows: Windows } {
  for (const task of model.tasks) {
    const message = impossibleAlone(model, task)
    if (message) return { refusal: because(task.index, message) }
  }
  const circle = lagCircle(model)
  if (circle) {
    const names = [...circle, circle[0] as number].map((i) => model.tasks[i]?.id ?? '')
    return { refusal: because(circle[0] as number, `the waits contradict each other: ${names.join(' must come before ')}`) }
  }
  const windows = windowsOf(model)
  if (windows.impossible !== null) {
    const task = model.tasks[windows.impossible] as ModelTask
    const together = conflictOf(model, task.index).map((member) => issueOf(model, member))
    return {
      refusal: refuse(
        'infeasible',
        { path: `tasks[${task.index}]`, message: `"${task.id}" finds no time: the waits around it and the shifts of those who can do it never meet before the plan ends at minute ${model.horizon}` },
        ...together,
      ),
    }
  }
  const twice = heldTwice(model, windows)
  if (twice) {
    const [first, second] = twice.map((i) => model.tasks[i] as ModelTask) as [ModelTask, ModelTask]
    return { refusal: because(second.index, `"${first.id}" and "${second.id}" can only be done by the same maker at the same time`) }
  }
  return { windows }
}

const because = (task: number, message: string): Refusal => refuse('infeasible', { path: `tasks[${task}]`, message })

function impossibleAlone(model: Model, task: ModelTask): string | null {
  const asked = model.request.tasks[task.index] as PlanTask
  const { request, horizon } = model
  if (task.attended && task.makers.length === 0) {
    return asked.skill ? `nobody here has the skill "${asked.skill}" that "${task.id}" needs` : `there is no maker to do "${task.id}"`
  }
  if (asked.station && !request.stations.some((station) => station.kind === asked.station)) {
    return `the workshop has no station of the kind "${asked.station}" that "${task.id}" needs`
  }
  if (asked.place && !request.places.some((place) => place.kind === asked.place?.kind)) {
    return `the workshop has no place of the kind "${asked.place.kind}" that "${task.id}" needs`
  }
  if (task.spots.length === 0) {
    return `"${task.id}" needs ${asked.place?.areaCm2} cm² in one place, more than any ${asked.place?.kind} has`
  }
  const mould = task.mould && request.moulds[task.mould.index]
  if (task.mould && mould && task.mould.count > mould.count) {
    return `"${task.id}" needs ${task.mould.count} of the mould "${mould.id}", there are ${mould.count}`
  }
  const first = Math.max(0, task.release)
  if (first + task.duration > horizon) return `"${task.id}" takes ${task.duration} minutes, more than the plan has left after its release`
  if (task.attended && earliestForHands(model, task, first) === Infinity) {
    return `"${task.id}" takes ${task.duration} minutes, longer than any shift of those who can do it`
  }
  return null
}

/** Two tasks that must be done at times that overlap, each by the same one maker. */
function heldTwice(model: Model, { earliest, latest }: Windows): [number, number] | null {
  const fixed = model.tasks.filter((task) => task.makers.length === 1 && task.duration > 0 && earliest[task.index] === latest[task.index])
  fixed.sort((x, y) => (x.makers[0] as number) - (y.makers[0] as number) || (earliest[x.index] as number) - (earliest[y.index] as number))
  for (let i = 1; i < fixed.length; i++) {
    const [before, task] = [fixed[i - 1] as ModelTask, fixed[i] as ModelTask]
    if (before.makers[0] === task.makers[0] && (earliest[before.index] as number) + before.duration > (earliest[task.index] as number)) return [before.index, task.index]
  }
  return null
}
