import { getRouterParam, type H3Event } from 'h3'
import { HOUSE_KINDS, type HouseKind } from '../../shared/schemas/house'
import { AppError } from '../services/AppError'

/** Which of the house's lists the path names. */
export function houseKindOf(event: H3Event): HouseKind {
  const named = getRouterParam(event, 'kind')
  const kind = HOUSE_KINDS.find((one) => one === named)
  if (!kind) throw new AppError('unknown', 'There is nothing at this address.')
  return kind
}
