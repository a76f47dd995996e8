import { listVersions } from '../../../../services/recipes/recipes'
import { api, idOf, whoOf } from '../../../../utils/api'

export default api((event) => listVersions(whoOf(event), idOf(event)))
