import { getRouterParam, type H3Event } from 'h3'
import { HOUSE_KINDS, KEPT_KINDS, type HouseKind, type KeptKind } from '../../shared/schemas/house'
import { AppError } from '../services/AppError'

/** Which of all that can be put away the path names. */
export function keptKindOf(event: H3Event): KeptKind {
  const named = getRouterParam(event, 'kind')
  const kind = KEPT_KINDS.find((one) => one === named)
  if (!kind) throw new AppError('unknown', 'There is nothing at this address.')
  return kind
}

/** Which of the house's lists the path names. */
export function houseKindOf(event: H3Event): HouseKind {
  const named = getRouterParam(event, 'kind')
  const kind = HOUSE_KINDS.find((one) => one === named)
  if (!kind) throw new AppError('unknown', 'There is nothing at this address.')
  return kind
}
