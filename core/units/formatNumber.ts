/**
 * Writes a number for people: fixed decimals, a true minus sign, a thin gap between thousands.
 * The only place where a value is rounded for display.
 * @param value any finite number, or null for "not known"
 * @param decimals digits after the point, 0 to 6
 * @returns the text; an en dash where the value is not known
 * @example formatNumber(12345.678, 1) // => '12 345.7' (with a thin space)
 */
export function formatNumber(value: number | null | undefined, decimals = 1): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return '–'
  const fixed = Math.abs(value).toFixed(decimals)
  const [whole = '0', fraction] = fixed.split('.')
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, '\u2009') : whole
  const sign = value < 0 && Number(fixed) !== 0 ? '\u2212' : ''
  return sign + grouped + (fraction ? `.${fraction}` : '')
}

/** What stands before the decimals of a number. */
export const DECIMAL_MARKS = ['.', ','] as const
export type DecimalMark = (typeof DECIMAL_MARKS)[number]

/**
 * A text of the core's with the decimals of its numbers after another mark.
 * Assumes what holds of all texts of the core's: numbers are written with a point, and a point
 * between two digits stands nowhere else.
 * @example withDecimalMark('9.5 mm deep', ',') // => '9,5 mm deep'
 */
export const withDecimalMark = (text: string, mark: DecimalMark): string =>
  mark === '.' ? text : text.replace(/(?<=\d)\.(?=\d)/g, mark)

/**
 * Whether a typed number can be meant in two ways where decimals are written with a comma: `1.250`
 * may be a thousand and more, or one and a quarter.
 */
export const mayBeThousands = (typed: string, mark: DecimalMark): boolean =>
  mark === ',' && /^[1-9]\d{0,2}(\.\d{3})+$/.test(typed.trim())
