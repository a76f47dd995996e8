import { LIMIT_TOLERANCE } from '../result'
import type { PlannedTask, PlanRequest, PlanTask } from '../plan'

/** A task may start once another has ended and a wait is over. */
export interface Link {
  from: number
  to: number
  waitMin: number
}

/**
 * What must come before what when the plan is carried out as it stands: its waits, and for
 * everything that is shared the order in which the plan uses it. Racks and moulds are followed
 * piece by piece: a task comes after those whose room it takes.
 * @param planned in request order
 */
export function linksOf(request: PlanRequest, planned: readonly PlannedTask[]): Link[] {
  const { tasks } = request
  const indexOf = new Map(tasks.map((task, i) => [task.id, i]))
  const byStart = planned
    .map((_, i) => i)
    .sort((x, y) => at(x).startMin - at(y).startMin || at(x).endMin - at(y).endMin || x - y)
  const links: Link[] = request.lags.map((lag) => ({
    from: indexOf.get(lag.from) ?? 0,
    to: indexOf.get(lag.to) ?? 0,
    waitMin: lag.minMin ?? 0,
  }))

  function at(i: number): PlannedTask {
    return planned[i]!
  }
  const chain = (keyOf: (i: number) => string | null) => {
    const last = new Map<string, number>()
    for (const i of byStart) {
      const key = at(i).endMin > at(i).startMin ? keyOf(i) : null
      if (key === null) continue
      const before = last.get(key)
      if (before !== undefined) links.push({ from: before, to: i, waitMin: 0 })
      last.set(key, i)
    }
  }
  chain((i) => at(i).maker)
  chain((i) => at(i).station)

  /**
   * Room that tasks leave behind: the one that became free last is taken first, so that the others
   * stay loose.
   */
  const share = (
    capacity: number,
    users: readonly { task: number; amount: number; until: number; untilMin: number }[],
  ) => {
    const free: { amount: number; from: number | null; sinceMin: number }[] = [
      { amount: capacity, from: null, sinceMin: -Infinity },
    ]
    for (const { task, amount, until, untilMin } of users) {
      let wanted = amount
      const usable = free
        .filter((lot) => lot.sinceMin <= at(task).startMin)
        .sort((x, y) => y.sinceMin - x.sinceMin)
      for (const lot of usable) {
        if (wanted <= LIMIT_TOLERANCE) break
        const taken = Math.min(wanted, lot.amount)
        if (taken > 0 && lot.from !== null) links.push({ from: lot.from, to: task, waitMin: 0 })
        lot.amount -= taken
        wanted -= taken
      }
      free.push({ amount, from: until, sinceMin: untilMin })
    }
  }
  const grouped = (keyOf: (task: PlanTask, i: number) => string | null) => {
    const groups = new Map<string, number[]>()
    for (const i of byStart) {
      const key = keyOf(tasks[i]!, i)
      if (key !== null) groups.set(key, [...(groups.get(key) ?? []), i])
    }
    return groups
  }
  for (const [place, users] of grouped((_, i) => at(i).place)) {
    share(
      request.places.find(({ id }) => id === place)?.areaCm2 ?? 0,
      users.map((i) => ({
        task: i,
        amount: tasks[i]?.place?.areaCm2 ?? 0,
        until: i,
        untilMin: at(i).endMin,
      })),
    )
  }
  for (const [mould, users] of grouped((task) => task.mould?.id ?? null)) {
    share(
      request.moulds.find(({ id }) => id === mould)?.count ?? 0,
      users.map((i) => {
        const until = indexOf.get(tasks[i]?.mould?.untilTask ?? '') ?? i
        return {
          task: i,
          amount: tasks[i]?.mould?.count ?? 1,
          until,
          untilMin: Math.max(at(i).endMin, at(until).endMin),
        }
      }),
    )
  }
  const position = new Map(byStart.map((i, n) => [i, n]))
  return links.filter(({ from, to }) => (position.get(from) ?? 0) < (position.get(to) ?? 0))
}
