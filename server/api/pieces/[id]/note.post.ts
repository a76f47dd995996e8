import { now } from '../../../clock'
import { noteSchema } from '../../../../shared/schemas/pieces'
import { notePiece } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Write a note in the log of a piece',
    body: noteSchema,
  },
  (event, { note }) => notePiece(whoOf(event), idOf(event), note, now()),
)
