import { getQuery } from 'h3'
import { listOwed } from '../services/quotes/payments'
import { api, whoOf } from '../utils/api'

export default api((event) => {
  const { customer } = getQuery(event)
  return listOwed(whoOf(event), Number(customer) || null)
})
