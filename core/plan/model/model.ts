import type { Interval, Pin, PlanRequest, PlanTask } from './types'
import type { ShiftMinutes } from './timeline'

/** start(to) ≥ start(from) + weight: the one form that minimum and maximum lags both take. */
export interface Edge {
  from: number
  to: number
  weight: number
}

/**
 * A station and a place that a task can hold together, and the room that follows from them; −1
 * where there is none.
 */
export interface Spot {
  station: number
  place: number
  room: number
}

export interface ModelTask {
  index: number
  id: string
  job: number
  duration: number
  release: number
  /** No start after this; the horizon or a pin says so. */
  lastStart: number
  attended: boolean
  /**
   * Makers with the skill, the least versatile first, so that the versatile stay free. Empty when
   * unattended.
   */
  makers: number[]
  spots: Spot[]
  areaCm2: number
  /** The task whose start frees its place; itself where its own end does. */
  liesUntil: number
  mould: { index: number; count: number; until: number } | null
  dust: boolean
  openWet: boolean
}

export interface ModelJob {
  due: number | null
  weight: number
  tasks: number[]
}

/** A plan request with every name resolved to an index, so that the search touches no text. */
export interface Model {
  request: PlanRequest
  horizon: number
  tasks: ModelTask[]
  jobs: ModelJob[]
  edges: Edge[]
  incoming: Edge[][]
  outgoing: Edge[][]
  shifts: Interval[][]
  /** The same as columns. */
  shiftMinutes: ShiftMinutes[]
  rooms: string[]
  /** By task: the others whose mould is held until its end, or whose place until its start. */
  holders: number[][]
}

/**
 * Resolves a request whose names are known to be good (see the request's schema).
 * @param pins narrow the start and the makers of their tasks; pins of unknown tasks say nothing
 */
export function modelOf(request: PlanRequest, pins: readonly Pin[] = []): Model {
  const indexOf = (list: readonly { id: string }[]) =>
    new Map(list.map((entry, i) => [entry.id, i]))
  const taskIndex = indexOf(request.tasks)
  const jobIndex = indexOf(request.jobs)
  const mouldIndex = indexOf(request.moulds)
  const known = (map: Map<string, number>, id: string): number => {
    const index = map.get(id)
    if (index === undefined) throw new Error(`unknown id ${id} reached the model`)
    return index
  }
  const makersBySkill = new Map<string | null, number[]>()
  const makersOf = (skill: string | null): number[] => {
    const cached = makersBySkill.get(skill)
    if (cached) return cached
    const able = request.makers
      .map((maker, i) => ({ i, skills: maker.skills }))
      .filter((maker) => skill === null || maker.skills.includes(skill))
      .sort((x, y) => x.skills.length - y.skills.length || x.i - y.i)
      .map((maker) => maker.i)
    makersBySkill.set(skill, able)
    return able
  }
  const rooms = [...new Set([...request.stations, ...request.places].map(({ room }) => room))]
  const spotsOf = spotFinder(request, rooms)
  const pinned = new Map(pins.map((pin) => [pin.task, pin]))
  const tasks = request.tasks.map((task, index): ModelTask => {
    const pin = pinned.get(task.id)
    const release = request.jobs[known(jobIndex, task.job)]?.releaseMin ?? 0
    const able = task.attended ? makersOf(task.skill ?? null) : []
    const job = known(jobIndex, task.job)
    return {
      index,
      id: task.id,
      job,
      duration: task.durationMin,
      release: Math.max(release, pin?.startMin ?? 0),
      lastStart: pin?.startMin ?? request.horizonMin - task.durationMin,
      attended: task.attended,
      makers: pin?.maker ? able.filter((maker) => request.makers[maker]?.id === pin.maker) : able,
      spots: spotsOf(task),
      areaCm2: task.place?.areaCm2 ?? 0,
      liesUntil: task.place?.untilTask ? known(taskIndex, task.place.untilTask) : index,
      mould: task.mould
        ? {
            index: known(mouldIndex, task.mould.id),
            count: task.mould.count ?? 1,
            until: task.mould.untilTask ? known(taskIndex, task.mould.untilTask) : index,
          }
        : null,
      dust: task.dust ?? false,
      openWet: task.openWet ?? false,
    }
  })
  const edges = request.lags.flatMap((lag): Edge[] => {
    const [from, to] = [known(taskIndex, lag.from), known(taskIndex, lag.to)]
    const duration = tasks[from]?.duration ?? 0
    const least = { from, to, weight: duration + (lag.minMin ?? 0) }
    return lag.maxMin === null || lag.maxMin === undefined
      ? [least]
      : [least, { from: to, to: from, weight: -(duration + lag.maxMin) }]
  })
  const shifts = request.makers.map((maker) => sortedShifts(maker.shifts))
  const model: Model = {
    request,
    horizon: request.horizonMin,
    tasks,
    jobs: request.jobs.map((job) => ({
      due: job.dueMin ?? null,
      weight: job.weight ?? 1,
      tasks: [],
    })),
    edges,
    incoming: tasks.map(() => []),
    outgoing: tasks.map(() => []),
    shifts,
    shiftMinutes: shifts.map((own) => ({
      opens: Float64Array.from(own, ([from]) => from),
      closes: Float64Array.from(own, ([, to]) => to),
    })),
    rooms,
    holders: tasks.map(() => []),
  }
  for (const task of tasks) {
    model.jobs[task.job]?.tasks.push(task.index)
    for (const until of new Set([task.mould?.until ?? task.index, task.liesUntil]))
      if (until !== task.index) model.holders[until]?.push(task.index)
  }
  for (const edge of edges) {
    model.incoming[edge.to]?.push(edge)
    model.outgoing[edge.from]?.push(edge)
  }
  return model
}

/**
 * Shifts by start; one that lies inside another adds nothing, and without it the ends are sorted
 * too.
 */
function sortedShifts(shifts: readonly Interval[]): Interval[] {
  const sorted = [...shifts].sort((x, y) => x[0] - y[0] || y[1] - x[1])
  let reached = -Infinity
  return sorted.filter(([, to]) => {
    const adds = to > reached
    reached = Math.max(reached, to)
    return adds
  })
}

/** Answers which spots a task can take; tasks that ask for the same share one list. */
function spotFinder(request: PlanRequest, rooms: readonly string[]): (task: PlanTask) => Spot[] {
  const known = new Map<string, Spot[]>()
  const roomOf = (owner: { room: string } | undefined) => (owner ? rooms.indexOf(owner.room) : -1)
  return ({ station, place }) => {
    const key = JSON.stringify([station ?? null, place?.kind ?? null, place?.areaCm2 ?? 0])
    const before = known.get(key)
    if (before) return before
    const stations = station
      ? request.stations.flatMap((s, i) => (s.kind === station ? [i] : []))
      : [-1]
    const places = place
      ? request.places.flatMap((p, i) =>
          p.kind === place.kind && p.areaCm2 >= place.areaCm2 - 1e-9 ? [i] : [],
        )
      : [-1]
    const spots = stations.flatMap((s) =>
      places.map((p) => ({
        station: s,
        place: p,
        room: roomOf(request.stations[s] ?? request.places[p]),
      })),
    )
    known.set(key, spots)
    return spots
  }
}
