import type { RoomClimate } from '../../core/cure'
import type { Pigment, StudioRules } from '../../core/trade'
import type { PlaceRow } from '../../shared/types/workshop'
import { HOUSE_TABLES } from './house'
import { decimal, type Db } from './rows'
import { getRules } from './workspaces'

/**
 * Takes the workshop's turn until the transaction ends, so that those who change what its pots and
 * plans are made of do so one after the other. First in a transaction: what is read after it is as
 * those before left it.
 */
export async function lockWorkspace(db: Db, workspaceId: number): Promise<void> {
  const turn = () =>
    db('workspace_turns')
      .where({ workspace_id: workspaceId })
      .forUpdate()
      .first('workspace_id') as Promise<unknown>
  if (await turn()) return
  await db('workspace_turns')
    .insert({ workspace_id: workspaceId })
    .onConflict('workspace_id')
    .merge(['workspace_id'])
  await turn()
}

export async function getWorkspace(
  db: Db,
  workspaceId: number,
): Promise<{ name: string; timeZone: string; rules: StudioRules }> {
  const { name, timeZone, currency, perCupMl, reservePct, cureMarginPct, yieldPct, ...others } =
    await getRules(db, workspaceId)
  const { version: _version, ...money } = others
  return {
    name,
    timeZone,
    rules: { currency, perCupMl, reservePct, cureMarginPct, yieldPct, money },
  }
}

interface PlaceColumns {
  id: number
  name: string
  kind: 'rack' | 'box'
  area_cm2: string
  archived_at: Date | null
  box_c: string | null
  runs_from_min: number | null
  runs_until_min: number | null
  room: string
  day_c: string
  night_c: string
  day_from_min: number
  night_from_min: number
}

export async function listPlaces(db: Db, workspaceId: number): Promise<PlaceRow[]> {
  const rows = (await db('places')
    .join('rooms', 'rooms.id', 'places.room_id')
    .where('places.workspace_id', workspaceId)
    .orderBy('places.id')
    .select(
      'places.*',
      'rooms.name as room',
      'rooms.day_c',
      'rooms.night_c',
      'rooms.day_from_min',
      'rooms.night_from_min',
    )) as PlaceColumns[]
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    kind: row.kind,
    areaCm2: decimal(row.area_cm2),
    roomName: row.room,
    isArchived: row.archived_at !== null,
    climate:
      row.box_c === null
        ? roomOf(row)
        : {
            boxC: decimal(row.box_c),
            runs:
              row.runs_from_min === null || row.runs_until_min === null
                ? null
                : { fromMin: row.runs_from_min, untilMin: row.runs_until_min, room: roomOf(row) },
          },
  }))
}

const roomOf = (row: PlaceColumns): RoomClimate => ({
  dayC: decimal(row.day_c),
  nightC: decimal(row.night_c),
  dayFromMin: row.day_from_min,
  nightFromMin: row.night_from_min,
})

export async function listStations(db: Db, workspaceId: number) {
  return (await db('stations')
    .join('rooms', 'rooms.id', 'stations.room_id')
    .where('stations.workspace_id', workspaceId)
    .orderBy('stations.id')
    .select(
      'stations.id',
      'stations.name',
      'stations.kind',
      'rooms.name as room',
      db.raw('stations.archived_at IS NOT NULL AS isArchived'),
    )) as unknown as {
    id: number
    name: string
    kind: string
    room: string
    isArchived: 0 | 1
  }[]
}

/** All pigments, as mixes are worked out with them; what is not known is left out. */
export async function listPigments(
  db: Db,
  workspaceId: number,
): Promise<(Pigment & { isArchived: boolean })[]> {
  const rows = await HOUSE_TABLES.pigments.list(db, workspaceId)
  return rows.map(
    ({ version: _version, archivedAt, density, bulkDensity, dropMl, ...pigment }) => ({
      ...pigment,
      isArchived: archivedAt !== null,
      density: density ?? undefined,
      bulkDensity: bulkDensity ?? undefined,
      dropMl: dropMl ?? undefined,
    }),
  )
}
