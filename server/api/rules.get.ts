import { houseRules } from '../services/house/rules'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'

export default route({ action: 'keep the house', summary: 'The rules of the house' }, (event) =>
  houseRules(whoOf(event)),
)
