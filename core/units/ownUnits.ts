import { BASE_UNIT, fromBaseUnit, UNITS, type Quantity, type Unit } from './convertUnit'
import { formatNumber } from './formatNumber'

/** The unit in which a maker reads and types each quantity. */
export interface OwnUnits {
  mass: 'g' | 'oz'
  volume: 'ml' | 'US fl oz' | 'imp fl oz'
  length: 'mm' | 'in'
  temperature: '°C' | '°F'
}
export const OWN_UNITS = {
  mass: ['g', 'oz'],
  volume: ['ml', 'US fl oz', 'imp fl oz'],
  length: ['mm', 'in'],
  temperature: ['°C', '°F'],
} as const satisfies { [Q in keyof OwnUnits]: readonly OwnUnits[Q][] }
export const METRIC: OwnUnits = { mass: 'g', volume: 'ml', length: 'mm', temperature: '°C' }

/** Larger units get so many digits more that they tell as much as the base unit does. */
const MORE_DIGITS: Partial<Record<Unit, number>> = {
  oz: 2,
  'US fl oz': 2,
  'imp fl oz': 2,
  in: 2,
  'in²': 1,
}

/** The unit in which a maker reads a quantity; areas go by the unit of lengths. */
export const ownUnitOf = (quantity: Quantity, own: OwnUnits): Unit =>
  quantity === 'area' ? (own.length === 'in' ? 'in²' : 'cm²') : own[quantity]

export const quantityOf = (unit: string): Quantity | undefined =>
  (Object.keys(UNITS) as Quantity[]).find((quantity) =>
    (UNITS[quantity] as readonly string[]).includes(unit),
  )

export interface OwnFigure {
  text: string
  unit: string
}

/**
 * Writes a value of the core's in a maker's own unit.
 * @param value in `unit`
 * @param unit g, ml, mm, cm² or °C; a value in any other is only formatted
 * @param decimals as they fit the base unit; larger units get more
 * @example inOwnUnit(25.4, 'mm', { ...METRIC, length: 'in' }, 1) // => { text: '1.000', unit:
 *   'in' }
 */
export function inOwnUnit(
  value: number | null | undefined,
  unit: string,
  own: OwnUnits,
  decimals = 1,
): OwnFigure {
  const quantity = (Object.keys(BASE_UNIT) as Quantity[]).find((one) => BASE_UNIT[one] === unit)
  const wanted = quantity && ownUnitOf(quantity, own)
  if (!wanted || wanted === unit) return { text: formatNumber(value, decimals), unit }
  const converted = value === null || value === undefined ? value : fromBaseUnit(value, wanted)
  return { text: formatNumber(converted, decimals + (MORE_DIGITS[wanted] ?? 0)), unit: wanted }
}
