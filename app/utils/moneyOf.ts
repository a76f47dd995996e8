import type { DecimalMark } from '~~/core/units'

/**
 * A sum as people type it, as the server takes it: `12,50` is `12.50`. Anything else stays as it
 * was typed, for the schema to complain of: where decimals are written with a point, `1,250` may be
 * a thousand or one and a quarter.
 */
export function moneyOf(typed: string, mark: DecimalMark = '.'): string {
  const text = typed.trim()
  const decimals = mark === ',' ? /^\d+,\d+$/ : /^\d+,\d{1,2}$/
  return decimals.test(text) ? text.replace(',', '.') : text
}
