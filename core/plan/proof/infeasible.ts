import { refuse, type Refusal } from '../../result'
import { conflictOf, issueOf } from './conflict'
import { lagCircle } from './lagCircle'
import type { Model, ModelTask } from '../model/model'
import { overfull, type Overfull } from './overfull'
import type { PlanTask } from '../model/types'
import { earliestForHands, windowsOf, type Windows } from '../model/windows'

/**
 * Looks for a proof that no schedule exists, and says it in a manager's words.
 * @returns the refusal with the task at fault, and after it where windows close a smallest set of
 *   things that cannot go together; or the windows that are left to search in
 */
export function infeasible(model: Model): { refusal: Refusal } | { windows: Windows } {
  for (const task of model.tasks) {
    const message = impossibleAlone(model, task)
    if (message) return { refusal: because(task.index, message) }
  }
  const circle = lagCircle(model)
  if (circle) {
    const names = [...circle, circle[0] as number].map((i) => model.tasks[i]?.id ?? '')
    return {
      refusal: because(
        circle[0] as number,
        `the waits contradict each other: ${names.join(' must come before ')}`,
      ),
    }
  }
  const windows = windowsOf(model)
  if (windows.impossible !== null) {
    const task = model.tasks[windows.impossible] as ModelTask
    const together = conflictOf(model, task.index).map((member) => issueOf(model, member))
    return {
      refusal: refuse(
        'infeasible',
        {
          path: `tasks[${task.index}]`,
          message: `"${task.id}" finds no time: the waits around it and the shifts of those who can do it never meet before the plan ends at minute ${model.horizon}`,
        },
        ...together,
      ),
    }
  }
  const tooMuch = overfull(model, windows)
  return tooMuch ? { refusal: becauseOf(model, tooMuch) } : { windows }
}

/** What must all be under way at once, and until when each of it is. */
function becauseOf({ tasks }: Model, { minute, claims, asked, available }: Overfull): Refusal {
  const named = claims.map(({ task, from, to }) => ({
    path: `tasks[${task}]`,
    name: `"${tasks[task]?.id}"`,
    from,
    to,
  }))
  const names = named.map(({ name }) => name)
  const message = `${names.length === 1 ? names[0] : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`} cannot but be under way at minute ${minute} and ask for ${asked}; ${available}`
  const [last, ...others] = named.reverse()
  return refuse(
    'infeasible',
    { path: last?.path ?? 'tasks', message },
    ...others.map(({ path, name, from, to }) => ({
      path,
      message: `${name} takes its part from minute ${from} until minute ${to}, wherever it lies`,
    })),
  )
}

const because = (task: number, message: string): Refusal =>
  refuse('infeasible', { path: `tasks[${task}]`, message })

function impossibleAlone(model: Model, task: ModelTask): string | null {
  const asked = model.request.tasks[task.index] as PlanTask
  const { request, horizon } = model
  if (task.attended && task.makers.length === 0) {
    return asked.skill
      ? `nobody here has the skill "${asked.skill}" that "${task.id}" needs`
      : `there is no maker to do "${task.id}"`
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
  if (first + task.duration > horizon)
    return `"${task.id}" takes ${task.duration} minutes, more than the plan has left after its release`
  if (task.attended && earliestForHands(model, task, first) === Infinity) {
    return `"${task.id}" takes ${task.duration} minutes, longer than any shift of those who can do it`
  }
  return null
}
