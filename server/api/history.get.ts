import { getQuery } from 'h3'
import { issue } from '../../core/result'
import { AppError } from '../services/AppError'
import { historyOf } from '../services/history'
import { api, whoOf } from '../utils/api'

const WHOLE = /^[1-9]\d{0,14}$/

export default api((event) => {
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
})
