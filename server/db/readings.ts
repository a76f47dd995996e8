import type { Reading, ReadingSource } from '../../shared/types/climate'
import type { NewReading } from '../../shared/schemas/climate'
import { decimal, decimalOrNull, iso, type Db } from './rows'

interface ReadingColumns {
  room_id: number | null
  place_id: number | null
  at: Date
  temp_c: string
  humidity_pct: string | null
  source: ReadingSource
}

export async function addReading(
  db: Db,
  workspaceId: number,
  reading: Omit<NewReading, 'at'> & { at: Date; source: ReadingSource; personId: number | null },
): Promise<void> {
  await db('readings').insert({
    workspace_id: workspaceId,
    room_id: reading.roomId,
    place_id: reading.placeId,
    at: reading.at,
    temp_c: reading.tempC,
    humidity_pct: reading.humidityPct,
    source: reading.source,
    person_id: reading.personId,
  })
}

/** What was measured in rooms and boxes since an instant, in order of time. */
export async function listReadings(db: Db, workspaceId: number, since: Date): Promise<Reading[]> {
  const rows = (await db('readings')
    .where({ workspace_id: workspaceId })
    .where('at', '>=', since)
    .orderBy(['at', 'id'])) as ReadingColumns[]
  return rows.map((row) => ({
    roomId: row.room_id,
    placeId: row.place_id,
    at: iso(row.at),
    tempC: decimal(row.temp_c),
    humidityPct: decimalOrNull(row.humidity_pct),
    source: row.source,
  }))
}
