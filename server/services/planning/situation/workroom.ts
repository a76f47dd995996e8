import { makerId, mouldId, placeId, stationId, type Workroom } from '../../../../core/tasks'
import { mouldsInUse } from '../../../../core/trade'
import { roomRange } from '../../../../core/cure'
import { MINUTES_PER_DAY, MS_PER_MIN } from '../../../../core/units'
import {
  everyDay,
  hoursOf,
  shiftsBetween,
  type UsualHours,
} from '../../../../shared/time/shiftsBetween'
import { listWorkshopHours } from '../../../db/house'
import { listPeople } from '../../../db/people'
import type { Db } from '../../../db/rows'
import { listMoulds } from '../../../db/moulds'
import { getWorkspace, listPlaces, listStations } from '../../../db/workshop'

/** The hands, stations, places and moulds of the workshop as a plan request knows them. */
export async function readWorkroom(
  db: Db,
  workspaceId: number,
  origin: Date,
  horizonMin: number,
): Promise<Workroom> {
  const [{ timeZone }, everybody, hours, allStations, allPlaces, moulds] = await Promise.all([
    getWorkspace(db, workspaceId),
    listPeople(db, workspaceId),
    listWorkshopHours(db, workspaceId),
    listStations(db, workspaceId),
    listPlaces(db, workspaceId),
    listMoulds(db, workspaceId),
  ])
  // Who has left and what is put away does no work any more.
  const people = everybody.filter(({ hasLeft }) => !hasLeft)
  const stations = allStations.filter(({ isArchived }) => isArchived === 0)
  const places = allPlaces.filter(({ isArchived }) => !isArchived)
  const end = origin.getTime() + horizonMin * MS_PER_MIN
  const minute = (instant: number) => Math.round((instant - origin.getTime()) / MS_PER_MIN)
  const boxes = places.flatMap(({ climate, areaCm2 }) =>
    'boxC' in climate ? [{ tempC: climate.boxC, areaCm2, runs: climate.runs ?? null }] : [],
  )
  const spansOf = (usual: UsualHours) =>
    shiftsBetween(usual, origin.getTime(), end, timeZone).map(([from, to]): [number, number] => [
      minute(from),
      minute(to),
    ])
  return {
    makers: people.map((person) => ({
      id: makerId.of(person.id),
      skills: person.skills,
      shifts: spansOf(hoursOf(hours, person.id)),
    })),
    ownOnly: people
      .filter((person) => person.role === 'guest' && !person.helpsOthers)
      .map((person) => makerId.of(person.id)),
    stations: stations.map((station) => ({
      id: stationId.of(station.id),
      kind: station.kind,
      room: station.room,
    })),
    places: places.map((place) => ({
      id: placeId.of(place.id),
      kind: place.kind,
      room: place.kind === 'box' ? place.name : place.roomName,
      areaCm2: place.areaCm2,
    })),
    moulds: moulds.map((mould) => ({ id: mouldId.of(mould.id), count: mouldsInUse(mould) })),
    // Any of several boxes may be taken: as warm as the coldest surely is, as much room as the
    // largest has, while all of them run.
    box:
      boxes.length === 0
        ? null
        : {
            tempC: Math.min(...boxes.map((box) => box.tempC)),
            areaCm2: Math.max(...boxes.map((box) => box.areaCm2)),
            runs: boxes.some((box) => box.runs)
              ? spansOf({
                  weekly: everyDay(
                    Math.max(...boxes.map(({ runs }) => runs?.fromMin ?? 0)),
                    Math.min(...boxes.map(({ runs }) => runs?.untilMin ?? MINUTES_PER_DAY)),
                  ),
                })
              : [[0, horizonMin]],
          },
    range: roomRange(places.map(({ climate }) => climate)),
  }
}
