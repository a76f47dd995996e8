import { getVersion } from '../../../../services/recipes/recipes'
import { api, idOf, numberOf, whoOf } from '../../../../utils/api'

export default api((event) => getVersion(whoOf(event), idOf(event), numberOf(event, 'version')))
