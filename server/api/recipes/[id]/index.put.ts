import { now } from '../../../clock'
import { recipeSchema } from '../../../../shared/schemas/recipes'
import { saveRecipe } from '../../../services/recipes/recipes'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'write recipes',
    summary: 'Change a recipe, with the version that was read',
    body: recipeSchema,
  },
  (event, body) => saveRecipe(whoOf(event), idOf(event), body, now()),
)
