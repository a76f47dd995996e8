import { listRecipes } from '../../services/recipes/recipes'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  { action: 'see recipes', summary: 'All recipes with layers and steps' },
  (event) => listRecipes(whoOf(event)),
)
