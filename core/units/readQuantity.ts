import { BASE_UNIT, toBaseUnit, type Quantity, type Unit } from './convertUnit'
import { quantityOf } from './ownUnits'
import { readNumber, type ReadNumberCode } from './readNumber'

export type ReadQuantityCode =
  ReadNumberCode | 'UNKNOWN_UNIT' | 'OTHER_QUANTITY' | 'AMBIGUOUS_OUNCE'
export type ReadQuantity =
  /** `unit` is the one that was typed, or null where only a number stood. */
  { ok: true; value: number; unit: Unit | null } | { ok: false; code: ReadQuantityCode }

/** Pints, quarts and gallons as people write them, of one country. */
function measuresOf(before: string, country: 'US' | 'imp'): Record<string, Unit> {
  const spelled = {
    pt: ['pt', 'pint', 'pints'],
    qt: ['qt', 'quart', 'quarts'],
    gal: ['gal', 'gallon', 'gallons'],
  }
  return Object.fromEntries(
    (['pt', 'qt', 'gal'] as const).flatMap((unit) =>
      spelled[unit].map((word) => [`${before}${word}`, `${country} ${unit}` as const]),
    ),
  )
}

/**
 * How people write the units; lower case, without points. A pint, quart or gallon without a country
 * is the American one, as a fluid ounce is.
 */
const SPELLINGS: Record<string, Unit> = {
  g: 'g',
  gram: 'g',
  grams: 'g',
  kg: 'kg',
  kilo: 'kg',
  lb: 'lb',
  lbs: 'lb',
  pound: 'lb',
  pounds: 'lb',
  ml: 'ml',
  'cm³': 'ml',
  cm3: 'ml',
  cc: 'ml',
  l: 'l',
  litre: 'l',
  litres: 'l',
  liter: 'l',
  liters: 'l',
  'us fl oz': 'US fl oz',
  'us floz': 'US fl oz',
  'imp fl oz': 'imp fl oz',
  'imp floz': 'imp fl oz',
  'uk fl oz': 'imp fl oz',
  ...measuresOf('', 'US'),
  ...measuresOf('us ', 'US'),
  ...measuresOf('imp ', 'imp'),
  ...measuresOf('uk ', 'imp'),
  mm: 'mm',
  cm: 'cm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  'cm²': 'cm²',
  cm2: 'cm²',
  'sq cm': 'cm²',
  'in²': 'in²',
  in2: 'in²',
  'sq in': 'in²',
  'square inches': 'in²',
  '"': 'in',
  '″': 'in',
  '°c': '°C',
  c: '°C',
  '°f': '°F',
  f: '°F',
}
/**
 * A fluid ounce without a country is the one most resins are sold in; the field shows what it was
 * taken for.
 */
const FLUID_OUNCE = /^fl\.? ?oz$/
const OUNCE = /^(oz|ounce|ounces)$/
const PARTS = /^([^a-zA-Z°"″³²]*?)\s*([a-zA-Z°"″][a-zA-Z°"″³3²2 .]*)?$/

/**
 * Reads a number with or without a unit, as people type it: `8 fl oz`, `1/8 in`, `0,5 kg`, `70 °F`.
 * A bare ounce is refused: where a volume is asked it may be either kind, and where a mass is asked
 * somebody may mean the fluid one.
 * @param text what stands in the field
 * @param quantity what the field asks for
 * @param bare the unit that a number alone is in
 * @returns the value in the quantity's base unit (g, ml, mm, cm², °C), or a code that says why it cannot
 *   be read
 * @example readQuantity('1/8 in', 'length') // => { ok: true, value: 3.175, unit: 'in' }
 */
export function readQuantity(
  text: string,
  quantity: Quantity,
  bare: Unit = BASE_UNIT[quantity],
): ReadQuantity {
  const parts = PARTS.exec(text.trim())
  if (!parts) return { ok: false, code: 'NOT_A_NUMBER' }
  const [, typed = '', named] = parts
  const read = readNumber(typed)
  if (!read.ok)
    return read.code === 'EMPTY' && named !== undefined ? { ok: false, code: 'NOT_A_NUMBER' } : read
  if (named === undefined)
    return {
      ok: true,
      value: bare === BASE_UNIT[quantity] ? read.value : toBaseUnit(read.value, bare),
      unit: null,
    }
  const spelling = named.trim().toLowerCase().replaceAll('.', '')
  if (OUNCE.test(spelling)) return { ok: false, code: 'AMBIGUOUS_OUNCE' }
  const unit = FLUID_OUNCE.test(spelling) ? 'US fl oz' : SPELLINGS[spelling]
  if (unit === undefined) return { ok: false, code: 'UNKNOWN_UNIT' }
  if (quantityOf(unit) !== quantity) return { ok: false, code: 'OTHER_QUANTITY' }
  return {
    ok: true,
    value: unit === BASE_UNIT[quantity] ? read.value : toBaseUnit(read.value, unit),
    unit,
  }
}
