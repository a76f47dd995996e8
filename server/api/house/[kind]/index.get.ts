import { listHouse } from '../../../services/house/house'
import { api, whoOf } from '../../../utils/api'
import { houseKindOf } from '../../../utils/houseKind'

export default api((event) => listHouse(whoOf(event), houseKindOf(event)))
