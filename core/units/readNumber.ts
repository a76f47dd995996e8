/** Why a typed text is no number. */
export type ReadNumberCode = 'EMPTY' | 'NOT_A_NUMBER' | 'AMBIGUOUS_SEPARATOR'
export type ReadNumber = { ok: true; value: number } | { ok: false; code: ReadNumberCode }

const PLAIN = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/
const FRACTION = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/

/**
 * Reads a number as people type it: `12.5`, `12,5`, `1/8`, `1 1/2`. Nothing is rounded or guessed.
 * A text with both separators, or with spaces inside a number, is refused rather than read wrongly.
 * @param text what stands in the field
 * @returns the number, or a code that says why it is none
 * @example readNumber('12,5') // => { ok: true, value: 12.5 }
 */
export function readNumber(text: string): ReadNumber {
  const typed = text.trim()
  if (typed === '') return { ok: false, code: 'EMPTY' }
  const fraction = FRACTION.exec(typed)
  if (fraction) {
    const [, whole = '0', top, bottom] = fraction
    return Number(bottom) === 0
      ? { ok: false, code: 'NOT_A_NUMBER' }
      : { ok: true, value: Number(whole) + Number(top) / Number(bottom) }
  }
  if (typed.includes(',') && typed.includes('.')) return { ok: false, code: 'AMBIGUOUS_SEPARATOR' }
  if (!PLAIN.test(typed)) return { ok: false, code: 'NOT_A_NUMBER' }
  const value = Number(typed.replace(',', '.'))
  return Number.isFinite(value) ? { ok: true, value } : { ok: false, code: 'NOT_A_NUMBER' }
}
