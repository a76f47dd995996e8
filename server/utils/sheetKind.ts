import { getRouterParam, type H3Event } from 'h3'
import { SHEET_KINDS, type SheetKind } from '../../shared/types/exchangeSheets'
import { AppError } from '../services/AppError'

/** Which of the tables that come in and go out the path names. */
export function sheetKindOf(event: H3Event): SheetKind {
  const named = getRouterParam(event, 'kind')
  const kind = SHEET_KINDS.find((one) => one === named)
  if (!kind) throw new AppError('unknown', 'There is nothing at this address.')
  return kind
}
