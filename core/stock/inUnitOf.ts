import type { Bottle } from './types'

/**
 * An amount in the unit that a bottle is counted in; grams and millilitres by its density.
 * @returns null where it cannot be said in that unit
 */
export function inUnitOf(
  { unit, density }: Pick<Bottle, 'unit' | 'density'>,
  amount: number,
  given: string,
): number | null {
  if (given === unit) return amount
  if (density === null) return null
  if (given === 'ml' && unit === 'g') return amount * density
  return given === 'g' && unit === 'ml' ? amount / density : null
}
