import type { HouseFields } from '../../../shared/schemas/house'
import { houseTable, withHanging, type HouseColumns } from './houseTable'
import { decimalOrNull } from '../rows'

interface PigmentColumns extends HouseColumns {
  name: string
  hex: string
  form: 'powder' | 'paste' | 'ink'
  price_per_g: string
  density: string | null
  bulk_density: string | null
  drop_ml: string | null
  tip_g: string | null
  squirt_g: string | null
  scoop_g: string | null
  note: string | null
}
type PigmentFields = HouseFields['pigments']
const alone = houseTable<Omit<PigmentFields, 'trials'>, PigmentColumns>({
  table: 'pigments',
  fieldsOf: (row) => ({
    name: row.name,
    hex: row.hex,
    form: row.form,
    pricePerG: row.price_per_g,
    density: decimalOrNull(row.density),
    bulkDensity: decimalOrNull(row.bulk_density),
    dropMl: decimalOrNull(row.drop_ml),
    tipG: decimalOrNull(row.tip_g),
    squirtG: decimalOrNull(row.squirt_g),
    scoopG: decimalOrNull(row.scoop_g),
    note: row.note ?? '',
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    hex: fields.hex.toLowerCase(),
    form: fields.form,
    price_per_g: fields.pricePerG,
    density: fields.density,
    bulk_density: fields.bulkDensity,
    drop_ml: fields.dropMl,
    tip_g: fields.tipG,
    squirt_g: fields.squirtG,
    scoop_g: fields.scoopG,
    note: fields.note,
  }),
})

interface TrialRow {
  resin_id: number
  verdict: 'good' | 'poor'
  note: string
}
export const pigments = withHanging<Omit<PigmentFields, 'trials'>, PigmentFields, TrialRow>(alone, {
  table: 'pigment_trials',
  parent: 'pigment_id',
  order: ['id'],
  join: (pigment, rows) => ({
    ...pigment,
    trials: rows.map(({ resin_id, verdict, note }) => ({ resinId: resin_id, verdict, note })),
  }),
  rowsOf: ({ trials }) =>
    trials.map(({ resinId, verdict, note }) => ({ resin_id: resinId, verdict, note: note.trim() })),
})
