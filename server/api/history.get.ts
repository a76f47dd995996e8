import { getQuery } from 'h3'
import { historyOf } from '../services/history'
import { api, whoOf } from '../utils/api'

export default api((event) => {
  const { subject, id, before } = getQuery(event)
  return historyOf(whoOf(event), {
    subject: String(subject ?? ''),
    id: Number(id) || 0,
    before: Number(before) || null,
  })
})
