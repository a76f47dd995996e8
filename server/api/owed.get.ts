import { getQuery } from 'h3'
import { issue } from '../../core/result'
import { AppError } from '../services/AppError'
import { listOwed } from '../services/quotes/payments'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'What is still owed for orders; of one customer, all that was ever agreed',
    query: { customer: 'the customer' },
  },
  (event) => {
    const { customer } = getQuery(event)
    const id = customer === undefined ? null : Number(customer)
    if (id !== null && !(Number.isInteger(id) && id > 0))
      throw new AppError('invalid-input', 'It is not said of which customer.', {
        issues: [issue('customer', 'name-unknown', { name: String(customer) })],
      })
    return listOwed(whoOf(event), id)
  },
)
