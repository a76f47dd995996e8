import { now } from '../../clock'
import { newRecipeSchema } from '../../../shared/schemas/recipes'
import { createRecipe } from '../../services/recipes/recipes'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  createRecipe(whoOf(event), await bodyOf(event, newRecipeSchema), now()),
)
