import type { HouseFields } from '../../../shared/schemas/house'
import { houseTable, type HouseColumns } from './houseTable'

interface StationColumns extends HouseColumns {
  name: string
  kind: string
  room_id: number
}
export const stations = houseTable<HouseFields['stations'], StationColumns>({
  table: 'stations',
  fieldsOf: (row) => ({ name: row.name, kind: row.kind, roomId: row.room_id }),
  columnsOf: (fields) => ({
    name: fields.name.trim(),
    kind: fields.kind.trim(),
    room_id: fields.roomId,
  }),
})
