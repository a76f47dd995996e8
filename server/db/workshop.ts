import { DateTime } from 'luxon'
import { climateOn, type RoomClimate } from '../../core/cure'
import { wagesBySkill, type MoneyRules, type Pigment } from '../../core/trade'
import type { PlaceRow, Workshop } from '../../shared/types/workshop'
import { now } from '../clock'
import { HOUSE_TABLES } from './house'
import { listEarners } from './house/people'
import { seasonOf, type SeasonColumns } from './house/rooms'
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

/** The rules of money, as the row of a workshop has them. */
const MONEY = [
  'labourRate',
  'overheadPct',
  'packaging',
  'feePct',
  'feeFixed',
  'taxPct',
  'marginPct',
  'guestAreaRate',
  'guestBoxRate',
  'guestHelpRate',
] as const satisfies readonly (keyof MoneyRules)[]

/** Some fields of a row, and the others. */
function apart<T extends object, K extends keyof T>(
  row: T,
  keys: readonly K[],
): [Pick<T, K>, Omit<T, K>] {
  const isOne = (key: string) => (keys as readonly PropertyKey[]).includes(key)
  const entries = Object.entries(row)
  return [
    Object.fromEntries(entries.filter(([key]) => isOne(key))) as Pick<T, K>,
    Object.fromEntries(entries.filter(([key]) => !isOne(key))) as Omit<T, K>,
  ]
}

export async function getWorkspace(
  db: Db,
  workspaceId: number,
): Promise<Pick<Workshop, 'name' | 'timeZone' | 'dateStyle' | 'decimalMark' | 'paper' | 'rules'>> {
  const {
    version: _version,
    name,
    timeZone,
    dateStyle,
    decimalMark,
    cardPaper,
    labelPaper,
    planFollows: _follows,
    ...rules
  } = await getRules(db, workspaceId)
  const [money, work] = apart(rules, MONEY)
  return {
    name,
    timeZone,
    dateStyle,
    decimalMark,
    paper: { card: cardPaper, label: labelPaper },
    rules: {
      ...work,
      money: {
        ...money,
        wages: wagesBySkill(await listEarners(db, workspaceId), money.labourRate),
      },
    },
  }
}

interface PlaceColumns extends SeasonColumns {
  id: number
  name: string
  kind: 'rack' | 'box'
  area_cm2: string
  room_id: number
  archived_at: Date | null
  box_c: string | null
  runs_from_min: number | null
  runs_until_min: number | null
  room: string
  day_c: string
  night_c: string
  day_from_min: number
  night_from_min: number
  time_zone: string
}

/**
 * Racks and boxes with how warm it is there.
 * @param at decides which season it is
 */
export async function listPlaces(
  db: Db,
  workspaceId: number,
  at: Date = now(),
): Promise<PlaceRow[]> {
  const rows = (await db('places')
    .join('rooms', 'rooms.id', 'places.room_id')
    .join('workspaces', 'workspaces.id', 'places.workspace_id')
    .where('places.workspace_id', workspaceId)
    .orderBy('places.id')
    .select(
      'places.*',
      'rooms.name as room',
      'rooms.day_c',
      'rooms.night_c',
      'rooms.day_from_min',
      'rooms.night_from_min',
      'rooms.season_from',
      'rooms.season_until',
      'rooms.season_day_c',
      'rooms.season_night_c',
      'workspaces.time_zone',
    )) as PlaceColumns[]
  const room = (row: PlaceColumns) =>
    climateOn(
      roomOf(row),
      seasonOf(row),
      DateTime.fromJSDate(at, { zone: row.time_zone }).toFormat('MM-dd'),
    )
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    kind: row.kind,
    areaCm2: decimal(row.area_cm2),
    roomId: row.room_id,
    roomName: row.room,
    isArchived: row.archived_at !== null,
    climate:
      row.box_c === null
        ? room(row)
        : {
            boxC: decimal(row.box_c),
            runs:
              row.runs_from_min === null || row.runs_until_min === null
                ? null
                : { fromMin: row.runs_from_min, untilMin: row.runs_until_min, room: room(row) },
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
    ({
      version: _version,
      archivedAt,
      note: _note,
      density,
      bulkDensity,
      dropMl,
      tipG,
      squirtG,
      scoopG,
      ...pigment
    }) => ({
      ...pigment,
      isArchived: archivedAt !== null,
      density: density ?? undefined,
      bulkDensity: bulkDensity ?? undefined,
      dropMl: dropMl ?? undefined,
      tipG: tipG ?? undefined,
      squirtG: squirtG ?? undefined,
      scoopG: scoopG ?? undefined,
    }),
  )
}
