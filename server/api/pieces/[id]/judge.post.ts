import { now } from '../../../clock'
import { judgeSchema } from '../../../../shared/schemas/pieces'
import { actOnPiece } from '../../../services/pieces/judging'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  const { verdict, ...rest } = await bodyOf(event, judgeSchema)
  return actOnPiece(whoOf(event), idOf(event), verdict, rest, now())
})
