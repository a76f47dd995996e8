import { convert } from 'convert'

/** The units in which a maker may read and type, by the quantity they measure. */
export const UNITS = {
  mass: ['g', 'kg', 'oz', 'lb'],
  volume: [
    'ml',
    'l',
    'US fl oz',
    'imp fl oz',
    'US pt',
    'US qt',
    'US gal',
    'imp pt',
    'imp qt',
    'imp gal',
  ],
  length: ['mm', 'cm', 'in'],
  area: ['cm²', 'in²'],
  temperature: ['°C', '°F'],
} as const
export type Quantity = keyof typeof UNITS
export type Unit = (typeof UNITS)[Quantity][number]

/** The unit in which the core holds each quantity. */
export const BASE_UNIT = {
  mass: 'g',
  volume: 'ml',
  length: 'mm',
  area: 'cm²',
  temperature: '°C',
} as const satisfies Record<Quantity, Unit>

/** 1 imperial fluid ounce in ml, exact: 4.54609 l / 160 (UK Weights and Measures Act 1985). */
const ML_PER_IMPERIAL_GALLON = 4546.09
const ML_PER_IMPERIAL_FLUID_OUNCE = ML_PER_IMPERIAL_GALLON / 160
/** 1 US gallon in ml, exact: 231 cubic inches (NIST Handbook 44, appendix C). */
const ML_PER_US_GALLON = 231 * 2.54 ** 3
const PINTS = 8
const QUARTS = 4

const scale: Record<Exclude<Unit, '°C' | '°F'>, number> = {
  g: 1,
  kg: 1000,
  oz: convert(1, 'oz').to('g'),
  lb: convert(1, 'lb').to('g'),
  ml: 1,
  l: 1000,
  'US fl oz': convert(1, 'US fluid ounce').to('ml'),
  'imp fl oz': ML_PER_IMPERIAL_FLUID_OUNCE,
  'US pt': ML_PER_US_GALLON / PINTS,
  'US qt': ML_PER_US_GALLON / QUARTS,
  'US gal': ML_PER_US_GALLON,
  'imp pt': ML_PER_IMPERIAL_GALLON / PINTS,
  'imp qt': ML_PER_IMPERIAL_GALLON / QUARTS,
  'imp gal': ML_PER_IMPERIAL_GALLON,
  mm: 1,
  cm: 10,
  in: convert(1, 'in').to('mm'),
  'cm²': 1,
  'in²': convert(1, 'in').to('cm') ** 2,
}

/**
 * Converts a value from a maker's unit to the core's base unit (g, ml, mm, cm² or °C).
 * Source: factors of the `convert` package (international avoirdupois ounce, inch and US fluid
 * ounce of 1959).
 * @param value in `unit`
 * @param unit one of UNITS
 * @returns the value in the base unit of its quantity
 * @example toBaseUnit(1, 'in') // => 25.4
 */
export function toBaseUnit(value: number, unit: Unit): number {
  if (unit === '°C') return value
  if (unit === '°F') return convert(value, 'fahrenheit').to('celsius')
  return value * scale[unit]
}

/**
 * Converts a value from the core's base unit to a maker's unit. Inverse of `toBaseUnit`.
 * @param value in g, ml, mm, cm² or °C
 * @param unit one of UNITS
 * @example fromBaseUnit(25.4, 'in') // => 1
 */
export function fromBaseUnit(value: number, unit: Unit): number {
  if (unit === '°C') return value
  if (unit === '°F') return convert(value, 'celsius').to('fahrenheit')
  return value / scale[unit]
}
