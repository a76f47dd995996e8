import { elementAt } from '../../elementAt'
import { LIMIT_TOLERANCE } from '../../result'
import { occupancyOf, type Use } from '../check/occupancy'
import type { Binding, PlanLag, PlannedTask, PlanRequest, PlanTask, WhyThen } from '../model/types'

/**
 * Says for every task what keeps it from starting one minute earlier: the first constraint that
 * would break if it alone moved, with the same maker, station and place.
 * @param planned the tasks of a correct plan, in request order
 * @returns in request order; `none` means that it waits for somebody's sake, not its own
 */
export function whyThen(request: PlanRequest, planned: readonly PlannedTask[]): WhyThen[] {
  const uses = occupancyOf(request, planned)
  const jobs = new Map(request.jobs.map((job) => [job.id, job]))
  const makers = new Map(request.makers.map((maker) => [maker.id, maker]))
  const at = new Map(planned.map((task) => [task.id, task]))
  const areas = new Map(request.places.map((place) => [place.id, place.areaCm2]))
  const counts = new Map(request.moulds.map((mould) => [mould.id, mould.count]))
  const lagsOf = new Map<string, PlanLag[]>()
  for (const lag of request.lags)
    for (const id of new Set([lag.from, lag.to])) lagsOf.set(id, [...(lagsOf.get(id) ?? []), lag])

  const bindingOf = (task: PlanTask, index: number): [Binding, string | null] => {
    const own = elementAt(planned, index)
    const minute = own.startMin - 1
    if (minute < Math.max(0, jobs.get(task.job)?.releaseMin ?? 0)) return ['release', null]

    const lag = (lagsOf.get(task.id) ?? []).find((one) => breaksLag(one, task.id, at))
    if (lag) return ['lag', lag.to === task.id ? lag.from : lag.to]

    const name = (use: Use | null) => (use === null ? null : (request.tasks[use.task]?.id ?? null))
    const inTheWay = (list: Use[] | undefined, room: number) =>
      blocker(list ?? [], index, minute, room)
    if (task.mould) {
      const room = (counts.get(task.mould.id) ?? 0) - (task.mould.count ?? 1)
      const held = inTheWay(uses.moulds.get(task.mould.id), room)
      if (held) return ['mould', name(held)]
    }
    if (own.place !== null && (task.durationMin > 0 || task.place?.untilTask)) {
      const lying = inTheWay(
        uses.places.get(own.place),
        (areas.get(own.place) ?? 0) - (task.place?.areaCm2 ?? 0),
      )
      if (lying) return ['place', name(lying)]
    }
    if (task.durationMin > 0) {
      const working = own.station === null ? null : inTheWay(uses.stations.get(own.station), 0)
      if (working) return ['station', name(working)]
      const room = uses.roomOf(index)
      const openOrDusty =
        room === null
          ? null
          : (task.dust && inTheWay(uses.wet.get(room), 0)) ||
            (task.openWet && inTheWay(uses.dusty.get(room), 0)) ||
            null
      if (openOrDusty) return ['dust', name(openOrDusty)]
      const busy = own.maker === null ? null : inTheWay(uses.makers.get(own.maker), 0)
      if (busy) return ['maker', name(busy)]
    }
    const shifts = own.maker === null ? null : makers.get(own.maker)?.shifts
    if (shifts && !shifts.some(([from, to]) => from <= minute && own.endMin - 1 <= to))
      return ['shift', null]
    return ['none', null]
  }
  return request.tasks.map((task, index) => {
    const [binding, blocking] = bindingOf(task, index)
    return { task: task.id, binding, with: blocking }
  })
}

function breaksLag(lag: PlanLag, moved: string, at: Map<string, PlannedTask>): boolean {
  if (lag.from === lag.to) return false
  const gap = (at.get(lag.to)?.startMin ?? 0) - (at.get(lag.from)?.endMin ?? 0)
  if (lag.to === moved) return gap - 1 < (lag.minMin ?? 0)
  return lag.maxMin !== null && lag.maxMin !== undefined && gap + 1 > lag.maxMin
}

/**
 * The use by somebody else that fills a minute beyond the room left, first the one that ends first.
 */
function blocker(uses: readonly Use[], self: number, minute: number, room: number): Use | null {
  const others = uses.filter((use) => use.task !== self && use.from <= minute && minute < use.to)
  const used = others.reduce((sum, use) => sum + use.amount, 0)
  if (used <= room + LIMIT_TOLERANCE) return null
  return others.reduce((first, use) => (use.to < first.to ? use : first))
}
