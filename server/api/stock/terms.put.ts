import { buyingTermsSchema } from '../../../shared/schemas/purchases'
import { now } from '../../clock'
import { changeTerms } from '../../services/stock/toBuy'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  changeTerms(whoOf(event), await bodyOf(event, buyingTermsSchema), now()),
)
