import { now } from '../../../../clock'
import {
  HOUSE_KINDS,
  HOUSE_SCHEMAS,
  type HouseFields,
  type HouseKind,
} from '../../../../../shared/schemas/house'
import type { SchemaOf } from '../../../../../shared/schemas/typed'
import { saveInHouse } from '../../../../services/house/house'
import { bodyOf, idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'
import { houseKindOf } from '../../../../utils/houseKind'

type Known = HouseFields[HouseKind] & { version: number }

export default route(
  {
    action: 'keep the house',
    summary: 'Change a row, with the version that was read',
    bodies: HOUSE_KINDS.map((kind) => HOUSE_SCHEMAS[kind].known),
  },
  async (event) => {
    const kind = houseKindOf(event)
    const fields = await bodyOf(event, HOUSE_SCHEMAS[kind].known as SchemaOf<Known>)
    return saveInHouse(whoOf(event), kind, idOf(event), fields, now())
  },
)
