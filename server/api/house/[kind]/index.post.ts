import { now } from '../../../clock'
import {
  HOUSE_KINDS,
  HOUSE_SCHEMAS,
  type HouseFields,
  type HouseKind,
} from '../../../../shared/schemas/house'
import type { SchemaOf } from '../../../../shared/schemas/typed'
import { addToHouse } from '../../../services/house/house'
import { bodyOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { houseKindOf } from '../../../utils/houseKind'

export default route(
  {
    action: 'keep the house',
    summary: 'Add a row',
    bodies: HOUSE_KINDS.map((kind) => HOUSE_SCHEMAS[kind].fresh),
  },
  async (event) => {
    const kind = houseKindOf(event)
    const schema = HOUSE_SCHEMAS[kind].fresh as SchemaOf<HouseFields[HouseKind]>
    return addToHouse(whoOf(event), kind, await bodyOf(event, schema), now())
  },
)
