import type { HouseFields, HouseKind } from '../../shared/schemas/house'
import { houseTable, type HouseColumns, type HouseTable } from './houseTable'
import { peopleTable } from './peopleTable'
import { decimal, decimalOrNull, type Db } from './rows'

interface RoomColumns extends HouseColumns {
  name: string
  day_c: string
  night_c: string
  day_from_min: number
  night_from_min: number
}
const rooms = houseTable<HouseFields['rooms'], RoomColumns>({
  table: 'rooms',
  fieldsOf: (row) => ({
    name: row.name,
    dayC: decimal(row.day_c),
    nightC: decimal(row.night_c),
    dayFromMin: row.day_from_min,
    nightFromMin: row.night_from_min,
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    day_c: fields.dayC,
    night_c: fields.nightC,
    day_from_min: fields.dayFromMin,
    night_from_min: fields.nightFromMin,
  }),
})

interface StationColumns extends HouseColumns {
  name: string
  kind: string
  room_id: number
}
const stations = houseTable<HouseFields['stations'], StationColumns>({
  table: 'stations',
  fieldsOf: (row) => ({ name: row.name, kind: row.kind, roomId: row.room_id }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    kind: fields.kind.trim(),
    room_id: fields.roomId,
  }),
})

interface PlaceColumns extends HouseColumns {
  name: string
  kind: 'rack' | 'box'
  room_id: number
  area_cm2: string
  box_c: string | null
  runs_from_min: number | null
  runs_until_min: number | null
}
const places = houseTable<HouseFields['places'], PlaceColumns>({
  table: 'places',
  fieldsOf: (row) => ({
    name: row.name,
    kind: row.kind,
    roomId: row.room_id,
    areaCm2: decimal(row.area_cm2),
    boxC: decimalOrNull(row.box_c),
    runs:
      row.runs_from_min === null || row.runs_until_min === null
        ? null
        : { fromMin: row.runs_from_min, untilMin: row.runs_until_min },
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    kind: fields.kind,
    room_id: fields.roomId,
    area_cm2: fields.areaCm2,
    box_c: fields.boxC,
    runs_from_min: fields.runs?.fromMin ?? null,
    runs_until_min: fields.runs?.untilMin ?? null,
  }),
})

interface PigmentColumns extends HouseColumns {
  name: string
  hex: string
  form: 'powder' | 'paste' | 'ink'
  price_per_g: string
  density: string | null
  bulk_density: string | null
  drop_ml: string | null
}
const pigments = houseTable<HouseFields['pigments'], PigmentColumns>({
  table: 'pigments',
  fieldsOf: (row) => ({
    name: row.name,
    hex: row.hex,
    form: row.form,
    pricePerG: row.price_per_g,
    density: decimalOrNull(row.density),
    bulkDensity: decimalOrNull(row.bulk_density),
    dropMl: decimalOrNull(row.drop_ml),
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    hex: fields.hex.toLowerCase(),
    form: fields.form,
    price_per_g: fields.pricePerG,
    density: fields.density,
    bulk_density: fields.bulkDensity,
    drop_ml: fields.dropMl,
  }),
})

export const HOUSE_TABLES: { [K in HouseKind]: HouseTable<HouseFields[K]> } = {
  people: peopleTable,
  rooms,
  stations,
  places,
  pigments,
}

/** Where a row is in use, by what is to be told of it: what it is, and its name. */
export interface Use {
  what: 'station' | 'place' | 'piece' | 'recipe' | 'order' | 'plan' | 'run'
  name: string
}

type Query = (db: Db, workspaceId: number, id: number) => Promise<Use[]>
const MOST_NAMED = 5

const named =
  (
    what: Use['what'],
    ask: (db: Db, workspaceId: number, id: number) => Promise<{ name: string }[]>,
  ): Query =>
  async (db, workspaceId, id) =>
    (await ask(db, workspaceId, id)).map(({ name }) => ({ what, name }))

const inRoom = (table: 'stations' | 'places') => (db: Db, workspaceId: number, roomId: number) =>
  db(table)
    .where({ workspace_id: workspaceId, room_id: roomId })
    .whereNull('archived_at')
    .limit(MOST_NAMED)
    .select('name') as Promise<{ name: string }[]>

/** By kind: what keeps a row from being put away, since work goes on with it. */
const USES: Record<HouseKind, Query[]> = {
  people: [],
  rooms: [named('station', inRoom('stations')), named('place', inRoom('places'))],
  stations: [],
  places: [
    named(
      'piece',
      (db, workspaceId, id) =>
        db('pieces')
          .where({ workspace_id: workspaceId, place_id: id })
          .limit(MOST_NAMED)
          .select(db.raw("CONCAT('', number) AS name")) as unknown as Promise<{ name: string }[]>,
    ),
  ],
  pigments: [
    named(
      'recipe',
      (db, workspaceId, id) =>
        db('recipe_layer_pigments')
          .join('recipe_layers', 'recipe_layers.id', 'recipe_layer_pigments.layer_id')
          .join('recipes', 'recipes.id', 'recipe_layers.recipe_id')
          .where({
            'recipe_layer_pigments.workspace_id': workspaceId,
            'recipe_layer_pigments.pigment_id': id,
          })
          .where('recipes.archived', false)
          .distinct('recipes.name as name')
          .limit(MOST_NAMED) as Promise<{ name: string }[]>,
    ),
  ],
}

/** Where a row is in use now; a few of each kind. */
export async function usesOf(
  db: Db,
  workspaceId: number,
  kind: HouseKind,
  id: number,
): Promise<Use[]> {
  const found: Use[] = []
  for (const query of USES[kind]) found.push(...(await query(db, workspaceId, id)))
  return found
}
