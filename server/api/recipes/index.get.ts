import { listRecipes } from '../../services/recipes/recipes'
import { api, whoOf } from '../../utils/api'

export default api((event) => listRecipes(whoOf(event)))
