import { issue, type Issue } from '../../result'
import type { Edge, Model, ModelTask } from '../model/model'
import { issueOf } from './conflict'

/**
 * Looks for work that makes dust and cannot but fall into what lies open in the same room: the waits
 * between the two let it end neither before that is poured nor begin after it has closed.
 * Source: the longest waits between two tasks bound what lies between their starts (Dechter, Meiri,
 * Pearl, "Temporal constraint networks", 1991); nothing else is used, so it holds in every plan.
 * @param job whose tasks are looked at; the lags hold no circle
 * @returns what falls into what, then the waits that prove it; null proves nothing
 */
export function dustInOpen(model: Model, job: number): Issue[] | null {
  const own = model.tasks.filter((task) => task.job === job)
  const open = own.filter((task) => task.openWet)
  if (open.length === 0) return null
  for (const dusty of own.filter((task) => task.dust)) {
    const room = onlyRoom(dusty)
    if (room === null) continue
    const before = longestFrom(model.outgoing, dusty.index, (edge) => edge.to)
    const after = longestFrom(model.incoming, dusty.index, (edge) => edge.from)
    for (const wet of open) {
      const [to, from] = [before.get(wet.index), after.get(wet.index)]
      if (onlyRoom(wet) !== room || !to || !from) continue
      // Between the starts of the open piece and of the dust lie at least `from`, at most `-to`.
      if (from.minutes <= -dusty.duration || -to.minutes >= wet.duration) continue
      return [
        issue(`tasks[${dusty.index}]`, 'dust-in-open', { task: dusty.id, open: wet.id }),
        ...waitsOn(model, [...from.edges, ...to.edges]),
      ]
    }
  }
  return null
}

/** The one room in which a task can be; null where it has a choice, or needs none. */
function onlyRoom({ spots }: ModelTask): number | null {
  const rooms = new Set(spots.map(({ room }) => room))
  const [room] = rooms
  return rooms.size === 1 && room !== undefined && room >= 0 ? room : null
}

interface Way {
  minutes: number
  edges: Edge[]
}

/** The longest way of waits from a task to every other, along edges in one direction. */
function longestFrom(
  edges: readonly Edge[][],
  start: number,
  next: (edge: Edge) => number,
): Map<number, Way> {
  const found = new Map<number, Way>([[start, { minutes: 0, edges: [] }]])
  const queue = [start]
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    const way = found.get(at)
    if (!way) continue
    for (const edge of edges[at] ?? []) {
      const minutes = way.minutes + edge.weight
      const there = next(edge)
      if (minutes <= (found.get(there)?.minutes ?? -Infinity)) continue
      found.set(there, { minutes, edges: [...way.edges, edge] })
      if (!queue.includes(there)) queue.push(there)
    }
  }
  return found
}

/** The lags of the request that edges come from, each once. */
function waitsOn(model: Model, edges: readonly Edge[]): Issue[] {
  const idOf = (index: number) => model.tasks[index]?.id
  const ties = (edge: Edge) => [idOf(edge.from), idOf(edge.to)]
  const lags = edges.map((edge) =>
    model.request.lags.findIndex((lag) => {
      const ends = ties(edge)
      return ends.includes(lag.from) && ends.includes(lag.to)
    }),
  )
  return [...new Set(lags)]
    .filter((index) => index >= 0)
    .map((index) => issueOf(model, { kind: 'lag', index }))
}
