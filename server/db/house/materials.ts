import type { HouseFields } from '../../../shared/schemas/house'
import { houseTable, type HouseColumns } from './houseTable'
import { decimal } from '../rows'

interface MaterialColumns extends HouseColumns {
  name: string
  kind: string
  unit: string
  pack_size: string
  pack_price: string
  supplier: string
  lead_days: number
  note: string | null
}
export const materials = houseTable<HouseFields['materials'], MaterialColumns>({
  table: 'materials',
  fieldsOf: (row) => ({
    name: row.name,
    kind: row.kind,
    unit: row.unit,
    packSize: decimal(row.pack_size),
    packPrice: row.pack_price,
    supplier: row.supplier,
    leadDays: row.lead_days,
    note: row.note ?? '',
  }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    kind: fields.kind.trim().toLowerCase(),
    unit: fields.unit.trim(),
    pack_size: fields.packSize,
    pack_price: fields.packPrice,
    supplier: fields.supplier.trim(),
    lead_days: fields.leadDays,
    note: fields.note,
  }),
})
