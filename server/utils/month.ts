import { getQuery, type H3Event } from 'h3'
import { issue } from '../../core/result'
import { AppError } from '../services/AppError'

const MONTH = /^\d{4}-(0[1-9]|1[0-2])$/

/** The month that a query names, as `2027-03`. */
export function monthOf(event: H3Event): string {
  const month = String(getQuery(event).month ?? '')
  if (!MONTH.test(month))
    throw new AppError('invalid-input', 'It is not said which months are asked for.', {
      issues: [issue('month', 'name-unknown', { name: month })],
    })
  return month
}
