import { elementAt } from '../../elementAt'
import { issue, refuse, type Issue, type Refusal } from '../../result'
import { conflictOf, issueOf } from './conflict'
import { lagCircle } from './lagCircle'
import type { Model, ModelTask } from '../model/model'
import { overfull, type Overfull } from './overfull'
import { earliestForHands, windowsOf, type Windows } from '../model/windows'

/**
 * Looks for a proof that no schedule exists.
 * @returns the refusal with the task at fault, and after it where windows close a smallest set of
 *   things that cannot go together; or the windows that are left to search in
 */
export function infeasible(model: Model): { refusal: Refusal } | { windows: Windows } {
  for (const task of model.tasks) {
    const wrong = impossibleAlone(model, task)
    if (wrong) return { refusal: refuse('infeasible', wrong) }
  }
  const circle = lagCircle(model)
  if (circle) {
    const tasks = circle.map((i) => model.tasks[i]?.id ?? '')
    return {
      refusal: refuse(
        'infeasible',
        issue(pathOf(circle[0]), 'waits-in-circle', { task: tasks[0] ?? '', tasks }),
      ),
    }
  }
  const windows = windowsOf(model)
  if (windows.impossible !== null) {
    const task = elementAt(model.tasks, windows.impossible)
    const together = conflictOf(model, task.index).map((member) => issueOf(model, member))
    return {
      refusal: refuse(
        'infeasible',
        issue(pathOf(task.index), 'never-meet', { task: task.id, horizonMin: model.horizon }),
        ...together,
      ),
    }
  }
  const tooMuch = overfull(model, windows)
  return tooMuch ? { refusal: becauseOf(model, tooMuch) } : { windows }
}

/** What must all be under way at once, and until when each of it is. */
function becauseOf({ tasks }: Model, { minute, claims, demand }: Overfull): Refusal {
  const idOf = (task: number) => tasks[task]?.id ?? ''
  const [last, ...others] = [...claims].reverse()
  return refuse(
    'infeasible',
    issue(last ? pathOf(last.task) : 'tasks', 'too-much-at-once', {
      task: last ? idOf(last.task) : '',
      tasks: claims.map(({ task }) => idOf(task)),
      minute,
      demand,
    }),
    ...others.map(({ task, from, to }) =>
      issue(pathOf(task), 'takes-its-part', { task: idOf(task), fromMin: from, toMin: to }),
    ),
  )
}

const pathOf = (task: number | undefined) => `tasks[${task}]`

/** What is wrong with a task by itself, whatever the others do; null where nothing is. */
function impossibleAlone(model: Model, task: ModelTask): Issue | null {
  const asked = elementAt(model.request.tasks, task.index)
  const { request, horizon } = model
  const { id, duration: durationMin } = task
  const path = pathOf(task.index)
  if (task.attended && task.makers.length === 0)
    return asked.skill
      ? issue(path, 'skill-missing', { task: id, skill: asked.skill })
      : issue(path, 'maker-missing', { task: id })
  if (asked.station && !request.stations.some((station) => station.kind === asked.station))
    return issue(path, 'station-missing', { task: id, kind: asked.station })
  if (asked.place && !request.places.some((place) => place.kind === asked.place?.kind))
    return issue(path, 'place-missing', { task: id, kind: asked.place.kind })
  if (asked.place && task.spots.length === 0)
    return issue(path, 'place-too-small', { task: id, ...asked.place })
  const mould = task.mould && request.moulds[task.mould.index]
  if (task.mould && mould && task.mould.count > mould.count)
    return issue(path, 'moulds-too-few', {
      task: id,
      mould: mould.id,
      needed: task.mould.count,
      there: mould.count,
    })
  const first = Math.max(0, task.release)
  if (first + durationMin > horizon)
    return issue(path, 'longer-than-plan', { task: id, durationMin })
  if (task.attended && earliestForHands(model, task, first) === Infinity)
    return issue(path, 'longer-than-shift', { task: id, durationMin })
  return null
}
