import { now } from '../../../clock'
import { noteSchema } from '../../../../shared/schemas/pieces'
import { notePiece } from '../../../services/pieces/pieces'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  const { note } = await bodyOf(event, noteSchema)
  return notePiece(whoOf(event), idOf(event), note, now())
})
