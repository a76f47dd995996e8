import { now } from '../clock'
import { rulesSchema } from '../../shared/schemas/house'
import { saveRules } from '../services/house/rules'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Change the rules of the house, with the version that was read',
    body: rulesSchema,
  },
  (event, body) => saveRules(whoOf(event), body, now()),
)
