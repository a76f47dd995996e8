import { readProduct } from '../../../../services/markets/markets'
import { api, idOf, numberOf, whoOf } from '../../../../utils/api'

export default api((event) => readProduct(whoOf(event), idOf(event), numberOf(event, 'recipe')))
