import { listPinned } from '../../../services/pinned/pinned'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => listPinned(whoOf(event), { recipeId: idOf(event) }))
