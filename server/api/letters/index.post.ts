import { now } from '../../clock'
import { letterSchema } from '../../../shared/schemas/letters'
import { writeLetter } from '../../services/letters/letters'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Write a letter; it is sent, or kept where this installation sends none',
    body: letterSchema,
  },
  (event, body) => writeLetter(whoOf(event), body, now()),
)
