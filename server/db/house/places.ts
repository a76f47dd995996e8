import { levelAreaCm2 } from '../../../core/trade'
import type { HouseFields } from '../../../shared/schemas/house'
import { houseTable, withHanging, type HouseColumns } from './houseTable'
import { decimal, decimalOrNull } from '../rows'

interface PlaceColumns extends HouseColumns {
  name: string
  kind: 'rack' | 'box'
  room_id: number
  area_cm2: string
  box_c: string | null
  runs_from_min: number | null
  runs_until_min: number | null
}
type PlaceFields = HouseFields['places']
const alone = houseTable<Omit<PlaceFields, 'shelves'>, PlaceColumns>({
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

interface ShelfRow {
  width_mm: string
  depth_mm: string
  clear_mm: string
  is_level: number
}
const withShelves = withHanging<Omit<PlaceFields, 'shelves'>, PlaceFields, ShelfRow>(alone, {
  table: 'place_shelves',
  parent: 'place_id',
  order: ['position'],
  join: (place, rows) => ({
    ...place,
    shelves: rows.map((row) => ({
      widthMm: decimal(row.width_mm),
      depthMm: decimal(row.depth_mm),
      clearMm: decimal(row.clear_mm),
      isLevel: row.is_level === 1,
    })),
  }),
  rowsOf: ({ shelves }) =>
    shelves.map((shelf, position) => ({
      position,
      width_mm: shelf.widthMm,
      depth_mm: shelf.depthMm,
      clear_mm: shelf.clearMm,
      is_level: shelf.isLevel,
    })),
})
/** Where shelves are said, they are the area. */
const measured = <F extends PlaceFields>(fields: F): F =>
  fields.shelves.length > 0 ? { ...fields, areaCm2: levelAreaCm2(fields.shelves) } : fields

export const places: typeof withShelves = {
  ...withShelves,
  insert: (db, workspaceId, fields, now) =>
    withShelves.insert(db, workspaceId, measured(fields), now),
  update: (db, workspaceId, id, fields, now) =>
    withShelves.update(db, workspaceId, id, measured(fields), now),
}
