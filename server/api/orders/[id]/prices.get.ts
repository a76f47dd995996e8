import { readPrices } from '../../../services/quotes/quotes'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => readPrices(whoOf(event), idOf(event)))
