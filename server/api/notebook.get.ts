import { getQuery } from 'h3'
import { listNotebook } from '../services/pieces/pieces'
import { api, whoOf } from '../utils/api'

export default api((event) => {
  const { before } = getQuery(event)
  return listNotebook(whoOf(event), typeof before === 'string' ? before : null)
})
