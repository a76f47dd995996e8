import { DateTime } from 'luxon'
import type { Workroom } from '../../../core/batch'
import type { Interval } from '../../../core/plan'
import { listPeople, listShifts } from '../../db/people'
import type { Db } from '../../db/rows'
import { getWorkspace, listMoulds, listPlaces, listStations } from '../../db/workshop'

/** How the plan's ids name the rows behind them. */
export const planId = { person: (id: number) => `p${id}`, station: (id: number) => `s${id}`, place: (id: number) => `r${id}`, mould: (id: number) => `m${id}` }
export const rowId = (id: string | null): number | null => (id === null ? null : Number(id.slice(1)))

const MS_PER_MIN = 60_000

/** The hands, stations, places and moulds of the workshop as a plan request knows them. */
export async function readWorkroom(db: Db, workspaceId: number, origin: Date, horizonMin: number): Promise<Workroom> {
  const [{ timeZone }, people, shifts, stations, places, moulds] = await Promise.all([
    getWorkspace(db, workspaceId), listPeople(db, workspaceId), listShifts(db, workspaceId), listStations(db, workspaceId), listPlaces(db, workspaceId), listMoulds(db, workspaceId),
  ])
  const rooms = places.flatMap(({ climate }) => ('boxC' in climate ? [] : [climate]))
  return {
    makers: people.map((person) => ({
      id: planId.person(person.id),
      skills: person.skills,
      shifts: shiftsOf(shifts.filter((shift) => shift.personId === person.id), origin, horizonMin, timeZone),
    })),
    stations: stations.map((station) => ({ id: planId.station(station.id), kind: station.kind, room: station.room })),
    places: places.map((place) => ({ id: planId.place(place.id), kind: place.kind, room: place.kind === 'box' ? place.name : place.roomName, areaCm2: place.areaCm2 })),
    moulds: moulds.map((mould) => ({ id: planId.mould(mould.id), count: mould.count })),
    range: { coldC: Math.min(...rooms.map((room) => room.nightC)), warmC: Math.max(...rooms.map((room) => room.dayC)) },
  }
}

/** Weekly shifts as minutes from the origin, by the clock on the wall: a day of 23 or 25 hours keeps its hours. */
function shiftsOf(weekly: readonly { weekday: number; fromMin: number; toMin: number }[], origin: Date, horizonMin: number, timeZone: string): Interval[] {
  const first = DateTime.fromJSDate(origin, { zone: timeZone }).startOf('day')
  const last = DateTime.fromJSDate(origin).plus({ minutes: horizonMin })
  const intervals: Interval[] = []
  for (let day = first; day < last; day = day.plus({ days: 1 })) {
    for (const shift of weekly.filter((one) => one.weekday === day.weekday)) {
      const minuteAt = (minute: number) => Math.round((day.set({ hour: Math.floor(minute / 60) % 24, minute: minute % 60 }).plus({ days: minute === 1440 ? 1 : 0 }).toMillis() - origin.getTime()) / MS_PER_MIN)
      const [from, to] = [Math.max(0, minuteAt(shift.fromMin)), Math.min(horizonMin, minuteAt(shift.toMin))]
      if (from < to) intervals.push([from, to])
    }
  }
  return intervals.sort((x, y) => x[0] - y[0])
}
