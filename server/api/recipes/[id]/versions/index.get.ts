import { listVersions } from '../../../../services/recipes/recipes'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'see recipes',
    summary: 'The versions of a recipe, newest first',
  },
  (event) => listVersions(whoOf(event), idOf(event)),
)
