import { now } from '../../../clock'
import { HOUSE_SCHEMAS, type HouseFields, type HouseKind } from '../../../../shared/schemas/house'
import type { SchemaOf } from '../../../../shared/schemas/typed'
import { addToHouse } from '../../../services/house/house'
import { api, bodyOf, whoOf } from '../../../utils/api'
import { houseKindOf } from '../../../utils/houseKind'

export default api(async (event) => {
  const kind = houseKindOf(event)
  const schema = HOUSE_SCHEMAS[kind].fresh as SchemaOf<HouseFields[HouseKind]>
  return addToHouse(whoOf(event), kind, await bodyOf(event, schema), now())
})
