import { listPinned } from '../../../services/pinned/pinned'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see recipes',
    summary: 'What is pinned to a recipe: drawings and photographs',
  },
  (event) => listPinned(whoOf(event), { recipeId: idOf(event) }),
)
