import { now } from '../../../../clock'
import {
  HOUSE_SCHEMAS,
  type HouseFields,
  type HouseKind,
} from '../../../../../shared/schemas/house'
import type { SchemaOf } from '../../../../../shared/schemas/typed'
import { saveInHouse } from '../../../../services/house/house'
import { api, bodyOf, idOf, whoOf } from '../../../../utils/api'
import { houseKindOf } from '../../../../utils/houseKind'

type Known = HouseFields[HouseKind] & { version: number }

export default api(async (event) => {
  const kind = houseKindOf(event)
  const fields = await bodyOf(event, HOUSE_SCHEMAS[kind].known as SchemaOf<Known>)
  return saveInHouse(whoOf(event), kind, idOf(event), fields, now())
})
