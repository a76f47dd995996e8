import { getQuery } from 'h3'
import { issue } from '../../core/result'
import { AppError } from '../services/AppError'
import { readEarned } from '../services/earned/earned'
import { api, whoOf } from '../utils/api'

const MONTH = /^\d{4}-(0[1-9]|1[0-2])$/

export default api((event) => {
  const { month, months } = getQuery(event)
  if (!MONTH.test(String(month)))
    throw new AppError('invalid-input', 'It is not said which months are asked for.', {
      issues: [issue('month', 'name-unknown', { name: String(month ?? '') })],
    })
  return readEarned(whoOf(event), { month: String(month), months: Number(months) || 1 })
})
