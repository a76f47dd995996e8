import { getQuery } from 'h3'
import { issue } from '../../core/result'
import { AppError } from '../services/AppError'
import { historyOf } from '../services/history'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'

const WHOLE = /^[1-9]\d{0,14}$/

export default route(
  {
    action: 'read who changed what',
    summary: 'Who changed something, when and what of it, newest first',
    query: {
      subject: 'order, recipe, resin, mould, piece or run',
      id: 'which one',
      before: 'cursor of the page before',
    },
  },
  (event) => {
    const { subject, id, before } = getQuery(event)
    if (!WHOLE.test(String(id)))
      throw new AppError('invalid-input', 'It is not said whose history is asked for.', {
        issues: [issue('id', 'name-unknown', { name: String(id ?? '') })],
      })
    return historyOf(whoOf(event), {
      subject: String(subject ?? ''),
      id: Number(id),
      before: WHOLE.test(String(before)) ? Number(before) : null,
    })
  },
)
