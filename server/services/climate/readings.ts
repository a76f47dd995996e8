import { issue } from '../../../core/result'
import { MS_PER_DAY, MS_PER_MIN } from '../../../core/units'
import type { NewReading } from '../../../shared/schemas/climate'
import type { Reading } from '../../../shared/types/climate'
import { database } from '../../db/database'
import { addReading, listReadings } from '../../db/readings'
import { listPlaces } from '../../db/workshop'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { askToFollow } from '../planning/propose/follow'
import { requireMay } from '../rights'
import { inTransaction } from '../transactions'
import type { Who } from '../Who'

/** As long as pieces lie and what was measured is still looked at. */
const SHOWN_DAYS = 14
/** A device's clock may be so much ahead. */
const AHEAD_MIN = 5

/** What was measured lately, in order of time. */
export const recentReadings = (who: Who, now: Date): Promise<Reading[]> =>
  listReadings(database(), who.workspaceId, new Date(now.getTime() - SHOWN_DAYS * MS_PER_DAY))

/** Writes a temperature that somebody has read by hand. */
export async function noteReading(who: Who, reading: NewReading, now: Date): Promise<Reading[]> {
  const at = new Date(reading.at)
  if (at.getTime() > now.getTime() + AHEAD_MIN * MS_PER_MIN)
    throw new AppError('invalid-input', 'Nobody can have read it yet.', {
      issues: [issue('at', 'not-yet')],
    })
  await inTransaction(async (trx) => {
    requireMay(who, 'measure')
    const places = (await listPlaces(trx, who.workspaceId)).filter((place) => !place.isArchived)
    const isKnown = places.some((place) =>
      reading.placeId === null
        ? place.roomId === reading.roomId
        : place.id === reading.placeId && place.kind === 'box',
    )
    if (!isKnown)
      throw new AppError('invalid-input', 'This place is not in the workshop.', {
        issues: [issue(reading.placeId === null ? 'roomId' : 'placeId', 'place-unknown')],
      })
    await addReading(trx, who.workspaceId, {
      ...reading,
      at,
      source: 'hand',
      personId: who.personId,
    })
    await askToFollow(trx, who, now)
    tell(trx, who.workspaceId, {
      subject: 'reading',
      kind: 'noted',
      id: null,
      by: who.personId,
      at: now,
    })
  })
  return recentReadings(who, now)
}
