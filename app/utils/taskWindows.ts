import { CLOCK } from '~~/core/tasks'
import type { PlanQuestionView, PlanTaskRow } from '~~/shared/types/plan'
import { MS_PER_MIN } from '~~/core/units'

/** From when to when a task may begin, milliseconds since 1970. */
export interface TaskWindow {
  opensMs: number
  closesMs: number
}

/**
 * The windows of all tasks of hands that a wait closes: where those before them lie in this plan,
 * or are already on the clock.
 */
export function taskWindows(
  { originAt, request }: PlanQuestionView,
  tasks: readonly PlanTaskRow[],
): Map<string, TaskWindow> {
  const attended = new Set(tasks.flatMap((task) => (task.attended ? [task.key] : [])))
  const ends = new Map(tasks.map((task) => [task.key, Date.parse(task.endAt)]))
  ends.set(CLOCK, Date.parse(originAt) + request.horizonMin * MS_PER_MIN)
  const windows = new Map<string, TaskWindow>()
  for (const { from, to, minMin, maxMin } of request.lags) {
    const end = ends.get(from)
    if (end === undefined || !attended.has(to)) continue
    const { opensMs, closesMs } = windows.get(to) ?? { opensMs: -Infinity, closesMs: Infinity }
    windows.set(to, {
      opensMs: Math.max(opensMs, end + (minMin ?? 0) * MS_PER_MIN),
      closesMs:
        maxMin === null || maxMin === undefined
          ? closesMs
          : Math.min(closesMs, end + maxMin * MS_PER_MIN),
    })
  }
  return new Map([...windows].filter(([, { closesMs }]) => closesMs < Infinity))
}

/** By what lies: when it closes again for what must be done with it. */
export function closings(
  { request }: PlanQuestionView,
  tasks: readonly PlanTaskRow[],
  windows: ReadonlyMap<string, TaskWindow>,
): Map<string, number> {
  const lying = new Map(
    tasks.flatMap((task) => (task.attended ? [] : [[task.key, Date.parse(task.endAt)] as const])),
  )
  const closes = new Map<string, number>()
  for (const { from, to } of request.lags) {
    const window = windows.get(to)
    if (window && window.closesMs > (lying.get(from) ?? Infinity))
      closes.set(from, Math.min(closes.get(from) ?? Infinity, window.closesMs))
  }
  return closes
}
