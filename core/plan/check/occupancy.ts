import type { PlannedTask, PlanRequest, PlanTask } from '../model/types'

/** One task's use of something over [from, to). */
export interface Use {
  task: number
  from: number
  to: number
  amount: number
}

/** Who uses what and when in a finished plan, by maker, station, place, mould and room. */
export interface Occupancy {
  makers: Map<string, Use[]>
  stations: Map<string, Use[]>
  places: Map<string, Use[]>
  moulds: Map<string, Use[]>
  dusty: Map<string, Use[]>
  wet: Map<string, Use[]>
  roomOf: (task: number) => string | null
}

/** Lists the uses of a plan as it stands, without judging them. Tasks are in request order. */
export function occupancyOf(request: PlanRequest, planned: readonly PlannedTask[]): Occupancy {
  const roomOfStation = new Map(request.stations.map((station) => [station.id, station.room]))
  const roomOfPlace = new Map(request.places.map((place) => [place.id, place.room]))
  const indexOf = new Map(request.tasks.map((task, i) => [task.id, i]))
  const roomOf = (i: number): string | null => {
    const { station, place } = planned[i] ?? { station: null, place: null }
    if (station !== null) return roomOfStation.get(station) ?? null
    return place === null ? null : (roomOfPlace.get(place) ?? null)
  }
  const occupancy: Occupancy = {
    makers: new Map(),
    stations: new Map(),
    places: new Map(),
    moulds: new Map(),
    dusty: new Map(),
    wet: new Map(),
    roomOf,
  }
  const note = (map: Map<string, Use[]>, key: string | null, use: Use) => {
    if (key === null || use.to <= use.from) return
    const uses = map.get(key)
    if (uses) uses.push(use)
    else map.set(key, [use])
  }
  request.tasks.forEach((task: PlanTask, i) => {
    const at = planned[i]
    if (!at) return
    const use = { task: i, from: at.startMin, to: at.endMin, amount: 1 }
    note(occupancy.makers, at.maker, use)
    note(occupancy.stations, at.station, use)
    const lifting = planned[indexOf.get(task.place?.untilTask ?? '') ?? i]
    note(occupancy.places, at.place, {
      ...use,
      to: lifting === at ? at.endMin : Math.max(at.endMin, lifting?.startMin ?? at.endMin),
      amount: task.place?.areaCm2 ?? 0,
    })
    if (task.dust) note(occupancy.dusty, roomOf(i), use)
    if (task.openWet) note(occupancy.wet, roomOf(i), use)
    if (task.mould) {
      const until = task.mould.untilTask ? planned[indexOf.get(task.mould.untilTask) ?? i] : at
      const to = Math.max(at.endMin, until?.endMin ?? at.endMin)
      note(occupancy.moulds, task.mould.id, {
        task: i,
        from: at.startMin,
        to,
        amount: task.mould.count ?? 1,
      })
    }
  })
  return occupancy
}
