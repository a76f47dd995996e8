import { DateTime } from 'luxon'
import { temperatureOfStays, type Stay, type TemperatureStep } from '../../../core/cure'
import { bandsOf, type Band, type Touch } from '../../../core/curing'
import type { Awaited, Resin } from '../../../core/trade'
import { MINUTES_PER_DAY, MINUTES_PER_HOUR, MS_PER_MIN } from '../../../core/units'
import type { Reading } from '../../../shared/types/climate'
import type { PlaceRow } from '../../../shared/types/workshop'
import * as rows from '../../db/pieces'
import { listReadings } from '../../db/readings'
import { groupBy, type Db } from '../../db/rows'

/** Full cure takes days; temperatures are followed for longer than any resin needs. */
const FOLLOWED_DAYS = 30

/** How the last pour of a piece cures. */
export interface PieceCure {
  pour: rows.LastPour
  /** The temperatures it met and is expected to meet, on a clock that starts at the pour. */
  profile: TemperatureStep[]
  touches: Touch[]
  /** Minutes from the pour; empty where nobody knows where it lies. */
  bands: ReadonlyMap<Awaited, Band>
}

export interface Around {
  places: readonly PlaceRow[]
  resins: ReadonlyMap<number, Resin>
  timeZone: string
}

/**
 * How far some pieces have cured and will have, by what was measured where they lay since their last
 * pour, what is expected there and what fingers found. The one door for it: racks, notebook and plan
 * ask here.
 */
export async function readCures(
  db: Db,
  workspaceId: number,
  pieceIds: readonly number[],
  around: Around,
): Promise<ReadonlyMap<number, PieceCure>> {
  const [pours, moves, touches] = await Promise.all([
    rows.lastPours(db, workspaceId, pieceIds),
    rows.movesOf(db, workspaceId, pieceIds),
    rows.touchesOf(db, workspaceId, pieceIds),
  ])
  const first = Math.min(...[...pours.values()].map(({ at }) => at.getTime()))
  const readings = Number.isFinite(first)
    ? await listReadings(db, workspaceId, new Date(first - (MINUTES_PER_DAY / 2) * MS_PER_MIN))
    : []
  const placeById = new Map(around.places.map((place) => [place.id, place]))
  const movesBy = groupBy(moves, ({ pieceId }) => pieceId)
  const touchesBy = groupBy(touches, ({ pieceId }) => pieceId)
  // Pieces of one pot lie together: what is worked out for one holds for those that fared alike.
  const known = new Map<string, PieceCure>()
  return new Map(
    [...pours].map(([id, pour]) => {
      const stays = (movesBy.get(id) ?? []).filter(({ at }) => at >= pour.at)
      const felt = (touchesBy.get(id) ?? []).filter(({ at }) => at >= pour.at)
      const key = JSON.stringify([
        pour.resinId,
        pour.at,
        stays.map(({ placeId, at }) => [placeId, at]),
        felt.map(({ milestone, at, isThere }) => [milestone, at, isThere]),
      ])
      const alike = known.get(key)
      if (alike) return [id, { ...alike, pour }]
      const minute = (at: Date) => (at.getTime() - pour.at.getTime()) / MS_PER_MIN
      const profile = profileOf(pour.at, stays, readings, placeById, around.timeZone)
      const told = felt.map(({ milestone, at, isThere }) => ({
        milestone,
        atMin: minute(at),
        isThere,
      }))
      const resin = around.resins.get(pour.resinId)
      const cure: PieceCure = {
        pour,
        profile,
        touches: told,
        bands: resin && profile.length > 0 ? bandsOf(resin, profile, told) : new Map(),
      }
      known.set(key, cure)
      return [id, cure]
    }),
  )
}

function profileOf(
  pouredAt: Date,
  stays: readonly { placeId: number; at: Date }[],
  readings: readonly Reading[],
  places: ReadonlyMap<number, PlaceRow>,
  timeZone: string,
): TemperatureStep[] {
  const minute = (at: Date) => (at.getTime() - pouredAt.getTime()) / MS_PER_MIN
  const steps = temperatureOfStays(
    stays.flatMap(({ placeId, at }): Stay[] => {
      const place = places.get(placeId)
      const local = DateTime.fromJSDate(at, { zone: timeZone })
      return place
        ? [
            {
              fromMin: Math.max(0, minute(at)),
              climate: place.climate,
              startOfDayMin: local.hour * MINUTES_PER_HOUR + local.minute,
              readings: readingsAt(place, readings).map((reading) => ({
                atMin: minute(new Date(reading.at)),
                tempC: reading.tempC,
              })),
            },
          ]
        : []
    }),
    FOLLOWED_DAYS,
  )
  const [first] = steps
  return first && first.fromMin > 0 ? [{ ...first, fromMin: 0 }, ...steps.slice(1)] : steps
}

/** What was measured where a place is: a heated box has its own thermometer. */
const readingsAt = (
  place: Pick<PlaceRow, 'id' | 'kind' | 'roomId'>,
  readings: readonly Reading[],
): Reading[] =>
  readings.filter((reading) =>
    place.kind === 'box' ? reading.placeId === place.id : reading.roomId === place.roomId,
  )
