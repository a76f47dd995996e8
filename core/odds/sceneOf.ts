import type { Interval, PlannedTask, PlanRequest } from '../plan'
import { logDeviation, normalQuantile } from '../normal'
import type { Chance } from './types'

/** A lag between two tasks, by their places in the request. */
export interface Link {
  task: number
  minMin: number
}
export interface Window {
  from: number
  to: number
  maxMin: number
  /** What the plan leaves between the two. */
  plannedMin: number
}

/** What several tasks take their part of at a time: the area of a place, the copies of a mould. */
export interface Store {
  capacity: number
  /** How many tasks take of it in all. */
  most: number
}

/** A plan with all that its being carried out depends on; tasks stand by their places in the request. */
export interface Scene {
  tasks: number
  /** By planned start, then end, then place in the request. */
  order: number[]
  start: Float64Array
  end: Float64Array
  release: Float64Array
  /** By task: what a normal number is multiplied with and then moved by, before it is exponent. */
  deviation: Float64Array
  shift: Float64Array
  /** By task: its maker, station and the room in which it makes dust or lies open; -1 for none. */
  maker: Int32Array
  station: Int32Array
  dustRoom: Int32Array
  wetRoom: Int32Array
  makers: { shifts: Interval[]; latestEnd: number[]; longestMin: number }[]
  stations: number
  rooms: number
  places: Store[]
  place: Int32Array
  areaCm2: Float64Array
  moulds: Store[]
  mould: Int32Array
  mouldCount: Float64Array
  /** By task: with whose end it gives its mould back, and with whose start its place, besides its own. */
  until: Int32Array
  liesUntil: Int32Array
  /** By task: the lags into it, windows among them. */
  links: Link[][]
  /** By task: the windows into it; a task that has some is pressed. */
  windowsInto: Window[][]
  windows: Window[]
  /**
   * By task: what is reached from it over windows soon enough to be foreseen; nothing from a task
   * that is pressed itself, since it does not wait for that.
   */
  ahead: number[][]
  horizonMin: number
}

/** Lays a correct plan out for carrying it out with chance. @param planned in request order */
export function sceneOf(
  request: PlanRequest,
  planned: readonly PlannedTask[],
  chance: Chance,
): Scene {
  const { tasks } = request
  const indexOf = new Map(tasks.map((task, i) => [task.id, i]))
  const start = Float64Array.from(planned, (task) => task.startMin)
  const end = Float64Array.from(planned, (task) => task.endMin)
  const order = tasks
    .map((_, i) => i)
    .sort((x, y) => start[x]! - start[y]! || end[x]! - end[y]! || x - y)
  const position = new Int32Array(tasks.length)
  order.forEach((task, i) => (position[task] = i))

  const links: Link[][] = tasks.map(() => [])
  const windowsInto: Window[][] = tasks.map(() => [])
  const windowsFrom: Window[][] = tasks.map(() => [])
  const windows: Window[] = []
  for (const lag of request.lags) {
    const [from, to] = [indexOf.get(lag.from) ?? 0, indexOf.get(lag.to) ?? 0]
    if (position[from]! >= position[to]!) continue
    links[to]!.push({ task: from, minMin: lag.minMin ?? 0 })
    if (lag.maxMin === null || lag.maxMin === undefined) continue
    const window = { from, to, maxMin: lag.maxMin, plannedMin: start[to]! - end[from]! }
    windows.push(window)
    windowsInto[to]!.push(window)
    windowsFrom[from]!.push(window)
  }

  const indexIn = (ids: readonly { id: string }[]) => {
    const known = new Map(ids.map(({ id }, i) => [id, i]))
    return (id: string | null | undefined) => (id ? (known.get(id) ?? -1) : -1)
  }
  const [makerOf, stationOf, placeOf, mouldOf] = [
    indexIn(request.makers),
    indexIn(request.stations),
    indexIn(request.places),
    indexIn(request.moulds),
  ]
  const station = Int32Array.from(planned, (task) => stationOf(task.station))
  const place = Int32Array.from(planned, (task) => placeOf(task.place))
  const mould = Int32Array.from(tasks, (task) => mouldOf(task.mould?.id))
  const rooms = [...new Set([...request.stations, ...request.places].map(({ room }) => room))]
  const roomOf = (i: number) =>
    rooms.indexOf((request.stations[station[i]!] ?? request.places[place[i]!])?.room ?? '')
  const store = (capacity: number, own: Int32Array, i: number): Store => ({
    capacity,
    most: own.filter((store) => store === i).length,
  })

  const certain = new Set(chance.certain)
  const [hands, cures] = [logDeviation(chance.handsPct ?? 0), logDeviation(chance.curesPct ?? 0)]
  const quantile = normalQuantile(chance.curesQuantile ?? 0.5)
  const deviation = Float64Array.from(tasks, (task) =>
    certain.has(task.id) ? 0 : task.attended ? hands : cures,
  )
  const releaseOf = new Map(request.jobs.map((job) => [job.id, job.releaseMin ?? 0]))
  return {
    tasks: tasks.length,
    order,
    start,
    end,
    release: Float64Array.from(tasks, (task) => releaseOf.get(task.job) ?? 0),
    deviation,
    shift: Float64Array.from(tasks, ({ attended }, i) =>
      attended ? -(deviation[i]! ** 2) / 2 : -deviation[i]! * quantile,
    ),
    maker: Int32Array.from(planned, (task) => makerOf(task.maker)),
    station,
    dustRoom: Int32Array.from(tasks, (task, i) => (task.dust ? roomOf(i) : -1)),
    wetRoom: Int32Array.from(tasks, (task, i) => (task.openWet ? roomOf(i) : -1)),
    makers: request.makers.map(({ shifts }) => {
      const sorted = [...shifts].sort((x, y) => x[0] - y[0])
      let latest = -Infinity
      return {
        shifts: sorted,
        latestEnd: sorted.map(([, to]) => (latest = Math.max(latest, to))),
        longestMin: Math.max(0, ...sorted.map(([from, to]) => to - from)),
      }
    }),
    stations: request.stations.length,
    rooms: rooms.length,
    places: request.places.map(({ areaCm2 }, i) => store(areaCm2, place, i)),
    place,
    areaCm2: Float64Array.from(tasks, (task) => task.place?.areaCm2 ?? 0),
    moulds: request.moulds.map(({ count }, i) => store(count, mould, i)),
    mould,
    mouldCount: Float64Array.from(tasks, (task) => task.mould?.count ?? 1),
    until: Int32Array.from(tasks, (task, i) => indexOf.get(task.mould?.untilTask ?? '') ?? i),
    liesUntil: Int32Array.from(tasks, (task, i) => indexOf.get(task.place?.untilTask ?? '') ?? i),
    links,
    windowsInto,
    windows,
    ahead: tasks.map((_, i) =>
      windowsInto[i]!.length > 0 ? [] : reachedFrom(i, windowsFrom, chance.foreseenMin ?? 0),
    ),
    horizonMin: Math.max(1, request.horizonMin),
  }
}

/** What is reached from a task over windows, each of them soon enough after the one before. */
function reachedFrom(task: number, windowsFrom: Window[][], foreseenMin: number): number[] {
  if (foreseenMin <= 0) return []
  const reached: number[] = []
  const look = (from: number) => {
    for (const { to, plannedMin } of windowsFrom[from]!) {
      if (plannedMin > foreseenMin || reached.includes(to)) continue
      reached.push(to)
      look(to)
    }
  }
  look(task)
  return reached
}
