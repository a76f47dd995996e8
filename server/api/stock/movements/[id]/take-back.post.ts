import { takeBackMovementSchema } from '../../../../../shared/schemas/stock'
import { now } from '../../../../clock'
import { takeBack } from '../../../../services/stock/movements'
import { api, bodyOf, idOf, whoOf } from '../../../../utils/api'

export default api(async (event) => {
  const { note } = await bodyOf(event, takeBackMovementSchema)
  return takeBack(whoOf(event), idOf(event), note, now())
})
