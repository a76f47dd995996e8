import currencies from 'currency-codes'

/**
 * Decimals of a currency's minor unit by ISO 4217 (EUR 2, JPY 0).
 * @param code three capital letters
 * @returns the number of decimals, or null when the code is no currency
 */
export function minorUnits(code: string): number | null {
  return /^[A-Z]{3}$/.test(code) ? (currencies.code(code)?.digits ?? null) : null
}
