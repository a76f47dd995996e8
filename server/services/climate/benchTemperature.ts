import { DateTime } from 'luxon'
import { meanTempC, ORDINARY_ROOM_C, temperatureOfStays } from '../../../core/cure'
import { POURING } from '../../../core/trade'
import { MINUTES_PER_HOUR, MS_PER_MIN } from '../../../core/units'
import type { PlaceRow } from '../../../shared/types/workshop'
import { listReadings } from '../../db/readings'
import type { Db } from '../../db/rows'
import { listStations } from '../../db/workshop'

/** How long a room takes from its day's to its night's warmth and back; a starting value. */
const TURNS_MIN = 3 * MINUTES_PER_HOUR
/** As far back as what was measured still tells something of now. */
const TOLD_MIN = 12 * MINUTES_PER_HOUR

/** How warm a bench is, and whether somebody has measured that. */
export interface BenchTemperature {
  roomId: number | null
  tempC: number
  isMeasured: boolean
}

/**
 * How warm the room of the mixing bench is now: as it was measured lately, and as it is expected to
 * have gone on since. Rooms warm up and cool down over hours, so the expected mean of the last three
 * is taken and no cup's life jumps with a clock.
 */
export async function benchTemperature(
  db: Db,
  workspaceId: number,
  places: readonly PlaceRow[],
  now: Date,
  timeZone: string,
): Promise<BenchTemperature> {
  const stations = await listStations(db, workspaceId)
  const bench = stations.find(({ kind, isArchived }) => kind === POURING.mixedAt && !isArchived)
  const room =
    places.find((place) => place.roomName === bench?.room && !('boxC' in place.climate)) ??
    places.find((place) => !('boxC' in place.climate))
  if (!room) return { roomId: null, tempC: ORDINARY_ROOM_C, isMeasured: false }
  const begins = new Date(now.getTime() - TURNS_MIN * MS_PER_MIN)
  const local = DateTime.fromJSDate(begins, { zone: timeZone })
  const readings = (
    await listReadings(db, workspaceId, new Date(now.getTime() - TOLD_MIN * MS_PER_MIN))
  ).filter((reading) => reading.roomId === room.roomId)
  const last = readings.at(-1)
  const lastMin = last ? (Date.parse(last.at) - begins.getTime()) / MS_PER_MIN : -Infinity
  const steps = temperatureOfStays(
    [
      {
        fromMin: 0,
        climate: room.climate,
        startOfDayMin: local.hour * MINUTES_PER_HOUR + local.minute,
        readings: readings.map((reading) => ({
          atMin: (Date.parse(reading.at) - begins.getTime()) / MS_PER_MIN,
          tempC: reading.tempC,
        })),
      },
    ],
    1,
  )
  // What was measured within the hours that a room takes to turn is nearer than any mean.
  const fromMin = Math.min(TURNS_MIN, Math.max(0, lastMin))
  return {
    roomId: room.roomId,
    tempC: last && fromMin >= TURNS_MIN ? last.tempC : meanTempC(steps, fromMin, TURNS_MIN),
    isMeasured: last !== undefined,
  }
}
