import { elementAt } from '../../elementAt'
import type { Edge, Model } from '../model/model'

/**
 * Finds lags that contradict each other: a circle of tasks each of which must start later than
 * itself.
 * Source: Bellman–Ford with predecessor tracing; a positive circle leaves no schedule.
 * @returns the tasks of one circle in order, or null when there is none
 */
export function lagCircle(model: Model): number[] | null {
  const start = model.tasks.map(() => 0)
  const cause: (Edge | null)[] = model.tasks.map(() => null)
  let raised = -1
  for (let round = 0; round <= model.tasks.length; round++) {
    raised = -1
    for (const edge of model.edges) {
      const bound = elementAt(start, edge.from) + edge.weight
      if (bound > elementAt(start, edge.to)) {
        start[edge.to] = bound
        cause[edge.to] = edge
        raised = edge.to
      }
    }
    if (raised < 0) return null
  }
  let at = raised
  for (let i = 0; i < model.tasks.length; i++) at = cause[at]?.from ?? at
  const circle = [at]
  for (let next = cause[at]?.from ?? at; next !== at; next = cause[next]?.from ?? at)
    circle.unshift(next)
  return circle
}
