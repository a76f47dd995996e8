import { getVersion } from '../../../../services/recipes/recipes'
import { idOf, numberOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'see recipes',
    summary: 'A recipe as it stood in a version',
  },
  (event) => getVersion(whoOf(event), idOf(event), numberOf(event, 'version')),
)
