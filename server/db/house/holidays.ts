import type { HouseFields } from '../../../shared/schemas/house'
import { houseTable, type HouseColumns } from './houseTable'

interface HolidayColumns extends HouseColumns {
  name: string
  first_day: string
  last_day: string
}
export const holidays = houseTable<HouseFields['holidays'], HolidayColumns>({
  table: 'holidays',
  fieldsOf: (row) => ({ name: row.name, from: row.first_day, until: row.last_day }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    first_day: fields.from,
    last_day: fields.until,
  }),
})
