import { now } from '../../../clock'
import { recipeSchema } from '../../../../shared/schemas/recipes'
import { saveRecipe } from '../../../services/recipes/recipes'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  saveRecipe(whoOf(event), idOf(event), await bodyOf(event, recipeSchema), now()),
)
