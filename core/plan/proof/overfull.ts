import { elementAt } from '../../elementAt'
import type { Demand } from '../../issue'
import type { Model, ModelTask } from '../model/model'
import type { Windows } from '../model/windows'

/**
 * Tasks that are all under way at one minute, wherever their windows let them lie, and ask for more
 * than there is.
 */
export interface Overfull {
  minute: number
  /** As few as it takes, in the request's order. */
  claims: Claim[]
  /** What they ask for together, and what there is. */
  demand: Demand
}

/**
 * What tasks have of something that is limited, from a minute on at the latest and until another at
 * the soonest.
 */
export interface Claim {
  task: number
  amount: number
  from: number
  to: number
}

interface Limited {
  /** What it is, but for how much of it is asked. */
  limit: { of: 'makers'; ids: string[] } | { of: 'station' | 'place' | 'mould'; id: string }
  capacity: number
  claims: Claim[]
}

/** Sums of areas differ from one another by less than this. */
const TOLERANCE = 1e-6

/**
 * Looks for a minute at which more hands, stations, room or moulds are surely in use than there
 * are.
 * Source: compulsory parts (Lahrichi, Scheduling: the notions of hump, compulsory parts and their
 * use in cumulative problems, 1982): a task is under way from its latest start to its earliest end,
 * in every plan.
 * @returns the first one found, with the fewest tasks that prove it; null proves nothing
 */
export function overfull(model: Model, windows: Windows): Overfull | null {
  for (const { limit, capacity, claims } of limited(model, windows)) {
    const sorted = claims.filter(({ from, to }) => from < to).sort((x, y) => x.from - y.from)
    let active: Claim[] = []
    for (const claim of sorted) {
      active = [...active.filter(({ to }) => to > claim.from), claim]
      if (sumOf(active) <= capacity + TOLERANCE) continue
      const chosen = fewest(active, capacity)
      return {
        minute: claim.from,
        claims: chosen,
        demand: { ...limit, asked: sumOf(chosen), there: capacity },
      }
    }
  }
  return null
}

const sumOf = (claims: readonly Claim[]) => claims.reduce((sum, { amount }) => sum + amount, 0)

function fewest(active: readonly Claim[], capacity: number): Claim[] {
  const chosen: Claim[] = []
  for (const claim of [...active].sort((x, y) => y.amount - x.amount)) {
    if (sumOf(chosen) > capacity + TOLERANCE) break
    chosen.push(claim)
  }
  return chosen.sort((x, y) => x.task - y.task)
}

function limited({ request, tasks }: Model, { earliest, latest }: Windows): Limited[] {
  /** @param untilMin held at least so long, were its own end no later */
  const claim = (task: ModelTask, amount: number, untilMin = 0): Claim => ({
    task: task.index,
    amount,
    from: elementAt(latest, task.index),
    to: Math.max(elementAt(earliest, task.index) + task.duration, untilMin),
  })
  const endOf = (index: number) => elementAt(earliest, index) + elementAt(tasks, index).duration
  const liftedFrom = ({ index, liesUntil }: ModelTask) =>
    liesUntil === index ? 0 : elementAt(earliest, liesUntil)
  const asked = (task: ModelTask) => request.tasks[task.index]
  const groups = new Map(
    tasks.filter((task) => task.attended).map(({ makers }) => [makers.join(), makers]),
  )
  const kindsOf = (list: readonly { kind: string }[]) => [...new Set(list.map(({ kind }) => kind))]
  return [
    ...[...groups.values()].map((makers): Limited => ({
      limit: { of: 'makers', ids: makers.map((maker) => request.makers[maker]?.id ?? '') },
      capacity: makers.length,
      claims: tasks
        .filter((task) => task.attended && task.makers.every((maker) => makers.includes(maker)))
        .map((task) => claim(task, 1)),
    })),
    ...kindsOf(request.stations).map((kind): Limited => {
      const capacity = request.stations.filter((station) => station.kind === kind).length
      return {
        limit: { of: 'station', id: kind },
        capacity,
        claims: tasks.filter((task) => asked(task)?.station === kind).map((task) => claim(task, 1)),
      }
    }),
    ...kindsOf(request.places).map((kind): Limited => {
      const capacity = request.places
        .filter((place) => place.kind === kind)
        .reduce((sum, place) => sum + place.areaCm2, 0)
      return {
        limit: { of: 'place', id: kind },
        capacity,
        claims: tasks
          .filter((task) => asked(task)?.place?.kind === kind)
          .map((task) => claim(task, task.areaCm2, liftedFrom(task))),
      }
    }),
    ...request.moulds.map(({ id, count }, index): Limited => ({
      limit: { of: 'mould', id },
      capacity: count,
      claims: tasks.flatMap((task) =>
        task.mould?.index === index ? [claim(task, task.mould.count, endOf(task.mould.until))] : [],
      ),
    })),
  ]
}
