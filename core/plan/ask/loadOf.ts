import { elementAt } from '../../elementAt'
import { occupancyOf, type Use } from '../check/occupancy'
import type { PlannedTask, PlanRequest } from '../model/types'

/** How much of what there is a plan uses, per span of time. */
export interface Load {
  makers: { id: string; spans: { plannedMin: number; shiftMin: number }[] }[]
  /** Area in use: from each minute until the next, cm². */
  places: {
    id: string
    areaCm2: number
    steps: { minute: number; usedCm2: number }[]
    mostCm2: number
  }[]
  /** The most that are held at once in each span. */
  moulds: { id: string; count: number; spans: number[] }[]
}

/**
 * Adds up what a plan asks of hands, places and moulds.
 * @param planned the tasks of a plan; those that are not planned are left out
 * @param edges where the spans begin and end, minutes, rising: one more than there are spans
 */
export function loadOf(
  request: PlanRequest,
  planned: readonly PlannedTask[],
  edges: readonly number[],
): Load {
  const at = new Map(planned.map((task) => [task.id, task]))
  const tasks = request.tasks.filter((task) => at.has(task.id))
  const uses = occupancyOf(
    { ...request, tasks },
    tasks.map((task) => at.get(task.id) as PlannedTask),
  )
  const spans = edges.slice(1).map((to, i): [number, number] => [elementAt(edges, i), to])
  const minutesIn = (list: readonly (readonly [number, number])[], [from, to]: [number, number]) =>
    list.reduce(
      (sum, [start, end]) => sum + Math.max(0, Math.min(end, to) - Math.max(start, from)),
      0,
    )
  return {
    makers: request.makers.map(({ id, shifts }) => {
      const busy = (uses.makers.get(id) ?? []).map((use): [number, number] => [use.from, use.to])
      return {
        id,
        spans: spans.map((span) => ({
          plannedMin: minutesIn(busy, span),
          shiftMin: minutesIn(shifts, span),
        })),
      }
    }),
    places: request.places.map(({ id, areaCm2 }) => {
      const steps = stepsOf(uses.places.get(id) ?? []).map(({ minute, used }) => ({
        minute,
        usedCm2: used,
      }))
      return { id, areaCm2, steps, mostCm2: Math.max(0, ...steps.map((step) => step.usedCm2)) }
    }),
    moulds: request.moulds.map(({ id, count }) => {
      const steps = stepsOf(uses.moulds.get(id) ?? [])
      return { id, count, spans: spans.map((span) => mostIn(steps, span)) }
    }),
  }
}

interface UsedFrom {
  minute: number
  used: number
}

/** How much is in use from each minute on at which that changes. */
function stepsOf(uses: readonly Use[]): UsedFrom[] {
  const changes = new Map<number, number>()
  for (const { from, to, amount } of uses) {
    changes.set(from, (changes.get(from) ?? 0) + amount)
    changes.set(to, (changes.get(to) ?? 0) - amount)
  }
  let used = 0
  return [...changes]
    .sort(([x], [y]) => x - y)
    .map(([minute, change]) => ({ minute, used: (used += change) }))
}

function mostIn(steps: readonly UsedFrom[], [from, to]: [number, number]): number {
  return steps.reduce(
    (most, { minute, used }, i) =>
      minute < to && (steps[i + 1]?.minute ?? Infinity) > from ? Math.max(most, used) : most,
    0,
  )
}
