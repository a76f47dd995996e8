/**
 * A sum as people type it, as the server takes it: `12,50` is `12.50`. Anything else stays as it
 * was typed, for the schema to complain of: `1,250` may be a thousand or one and a quarter.
 */
export function moneyOf(typed: string): string {
  const text = typed.trim()
  return /^\d+,\d{1,2}$/.test(text) ? text.replace(',', '.') : text
}
