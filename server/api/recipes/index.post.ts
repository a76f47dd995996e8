import { now } from '../../clock'
import { newRecipeSchema } from '../../../shared/schemas/recipes'
import { createRecipe } from '../../services/recipes/recipes'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'write recipes',
    summary: 'Write a recipe',
    body: newRecipeSchema,
  },
  (event, body) => createRecipe(whoOf(event), body, now()),
)
