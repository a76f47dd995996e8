import { getQuery } from 'h3'
import { listMovements } from '../../../services/stock/movements'
import { api, whoOf } from '../../../utils/api'

export default api((event) => {
  const { before } = getQuery(event)
  return listMovements(whoOf(event), Number(before) || null)
})
