import { buyingTermsSchema } from '../../../shared/schemas/purchases'
import { now } from '../../clock'
import { changeTerms } from '../../services/stock/toBuy'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Say how a ware is bought, and how much of it is always to be there',
    body: buyingTermsSchema,
  },
  (event, body) => changeTerms(whoOf(event), body, now()),
)
