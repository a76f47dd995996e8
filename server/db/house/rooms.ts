import type { Season } from '../../../core/cure'
import type { HouseFields } from '../../../shared/schemas/house'
import { houseTable, type HouseColumns } from './houseTable'
import { decimal } from '../rows'

export interface SeasonColumns {
  season_from: string | null
  season_until: string | null
  season_day_c: string | null
  season_night_c: string | null
}

/** A part of the year in which a room is otherwise; null where it is the same all year. */
export const seasonOf = (row: SeasonColumns): Season | null =>
  row.season_from === null ||
  row.season_until === null ||
  row.season_day_c === null ||
  row.season_night_c === null
    ? null
    : {
        fromDay: row.season_from,
        untilDay: row.season_until,
        dayC: decimal(row.season_day_c),
        nightC: decimal(row.season_night_c),
      }

interface RoomColumns extends HouseColumns, SeasonColumns {
  name: string
  day_c: string
  night_c: string
  day_from_min: number
  night_from_min: number
}
export const rooms = houseTable<HouseFields['rooms'], RoomColumns>({
  table: 'rooms',
  fieldsOf: (row) => ({
    name: row.name,
    dayC: decimal(row.day_c),
    nightC: decimal(row.night_c),
    dayFromMin: row.day_from_min,
    nightFromMin: row.night_from_min,
    season: seasonOf(row),
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    day_c: fields.dayC,
    night_c: fields.nightC,
    day_from_min: fields.dayFromMin,
    night_from_min: fields.nightFromMin,
    season_from: fields.season?.fromDay ?? null,
    season_until: fields.season?.untilDay ?? null,
    season_day_c: fields.season?.dayC ?? null,
    season_night_c: fields.season?.nightC ?? null,
  }),
})
