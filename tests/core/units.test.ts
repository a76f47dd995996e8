import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  BASE_UNIT,
  formatDuration,
  formatNumber,
  mayBeThousands,
  withDecimalMark,
  fromBaseUnit,
  inOwnUnit,
  METRIC,
  readNumber,
  readQuantity,
  sentenceInOwnUnits,
  toBaseUnit,
  UNITS,
  type Quantity,
} from '../../core/units'

test.each<[string, number | string]>([
  ['12.5', 12.5],
  ['12,5', 12.5],
  [' 7 ', 7],
  ['1/8', 0.125],
  ['1 1/2', 1.5],
  ['-3', -3],
  ['.5', 0.5],
  ['', 'EMPTY'],
  ['12abc', 'NOT_A_NUMBER'],
  ['1.234,5', 'AMBIGUOUS_SEPARATOR'],
  ['1/0', 'NOT_A_NUMBER'],
  ['0x10', 'NOT_A_NUMBER'],
  ['1e400', 'NOT_A_NUMBER'],
  ['NaN', 'NOT_A_NUMBER'],
])('%j reads as %s', (text, wanted) => {
  const read = readNumber(text)
  expect(read.ok ? read.value : read.code).toBe(wanted)
})

test.each<[string, Quantity, number | string]>([
  ['12.5', 'length', 12.5],
  ['8 fl oz', 'volume', 236.5882365],
  ['8 US fl oz', 'volume', 236.5882365],
  ['8 imp fl oz', 'volume', 227.3045],
  ['8fl.oz', 'volume', 236.5882365],
  ['1 gal', 'volume', 3785.411784],
  ['2 US quarts', 'volume', 1892.705892],
  ['1 pint', 'volume', 473.176473],
  ['1 imp gal', 'volume', 4546.09],
  ['1/2 UK pint', 'volume', 284.130625],
  ['1 gal', 'mass', 'OTHER_QUANTITY'],
  ['1/8 in', 'length', 3.175],
  ['1 1/2"', 'length', 38.1],
  ['2,5 cm', 'length', 25],
  ['0,5 kg', 'mass', 500],
  ['2 lb', 'mass', 907.18474],
  ['70 °F', 'temperature', 21.1111111],
  ['70F', 'temperature', 21.1111111],
  ['-4 °C', 'temperature', -4],
  ['120 cc', 'volume', 120],
  ['2 in²', 'area', 12.9032],
  ['100 sq in', 'area', 645.16],
  ['8000', 'area', 8000],
  ['3 mm', 'area', 'OTHER_QUANTITY'],
  ['3 cm²', 'length', 'OTHER_QUANTITY'],
  ['1 l', 'volume', 1000],
  ['3 oz', 'volume', 'AMBIGUOUS_OUNCE'],
  ['3 oz', 'mass', 'AMBIGUOUS_OUNCE'],
  ['3 ounces', 'mass', 'AMBIGUOUS_OUNCE'],
  ['5 mm', 'volume', 'OTHER_QUANTITY'],
  ['5 fl oz', 'mass', 'OTHER_QUANTITY'],
  ['5 cubits', 'length', 'UNKNOWN_UNIT'],
  ['twelve', 'length', 'NOT_A_NUMBER'],
  ['', 'mass', 'EMPTY'],
  ['1.2,3 in', 'length', 'AMBIGUOUS_SEPARATOR'],
  ['1 2 in', 'length', 'NOT_A_NUMBER'],
  ['1/0 in', 'length', 'NOT_A_NUMBER'],
])('%j as %s reads as %s', (text, quantity, wanted) => {
  const read = readQuantity(text, quantity)
  if (typeof wanted === 'string') {
    expect(read).toEqual({ ok: false, code: wanted })
    return
  }
  expect(read.ok && read.value).toBeCloseTo(wanted, 6)
})

test('whatever unit is typed, the base unit comes out as the conversion says', () => {
  const typed = (Object.keys(UNITS) as Quantity[]).flatMap((quantity) =>
    UNITS[quantity].filter((unit) => unit !== 'oz').map((unit) => ({ quantity, unit })),
  )
  fc.assert(
    fc.property(
      fc.constantFrom(...typed),
      fc.integer({ min: 0, max: 9999 }),
      ({ quantity, unit }, hundredths) => {
        const read = readQuantity(`${hundredths / 100} ${unit}`, quantity)
        expect(read.ok && read.value).toBeCloseTo(
          unit === BASE_UNIT[quantity] ? hundredths / 100 : toBaseUnit(hundredths / 100, unit),
          9,
        )
      },
    ),
    { seed: 3 },
  )
})

test.each([
  ['oz', 28.349523125],
  ['lb', 453.59237],
  ['in', 25.4],
  ['US fl oz', 29.5735295625],
  ['imp fl oz', 28.4130625],
  ['cm', 10],
  ['l', 1000],
] as const)('1 %s is %d in the base unit', (unit, base) => {
  expect(toBaseUnit(1, unit)).toBeCloseTo(base, 9)
})

test('70 °F is 21.1 °C', () => expect(toBaseUnit(70, '°F')).toBeCloseTo(21.1111, 4))

test('there and back changes nothing', () => {
  const units = Object.values(UNITS).flat()
  fc.assert(
    fc.property(
      fc.constantFrom(...units),
      fc.double({ min: -100, max: 1000, noNaN: true }),
      (unit, value) => {
        expect(fromBaseUnit(toBaseUnit(value, unit), unit)).toBeCloseTo(value, 8)
      },
    ),
    { seed: 2 },
  )
})

test.each([
  [1505, '1 d 1 h'],
  [59, '59 min'],
  [60, '1 h'],
  [0, '0 min'],
  [-90, '−1 h 30 min'],
  [1440, '1 d'],
])('%d minutes are said as %s', (minutes, words) => {
  expect(formatDuration(minutes)).toBe(words)
})

test.each([
  [12345.678, 1, '12\u2009345.7'],
  [-0.04, 1, '0.0'],
  [-2.5, 1, '−2.5'],
  [null, 1, '–'],
  [999.95, 1, '1000.0'],
] as const)('%d is written as %s', (value, decimals, text) => {
  expect(formatNumber(value, decimals)).toBe(text)
})

describe('a maker’s own units', () => {
  const imperial = { mass: 'oz', volume: 'imp fl oz', length: 'in', temperature: '°F' } as const
  test.each<[number | null, string, number, string, string]>([
    [25.4, 'mm', 1, '1.000', 'in'],
    [28.349523125, 'g', 0, '1.00', 'oz'],
    [28.4130625, 'ml', 1, '1.000', 'imp fl oz'],
    [21, '°C', 1, '69.8', '°F'],
    [12, 'min', 0, '12', 'min'],
    [null, 'g', 1, '–', 'oz'],
  ])('%d %s is written as they read it', (value, unit, decimals, text, own) =>
    expect(inOwnUnit(value, unit, imperial, decimals)).toEqual({ text, unit: own }),
  )
  test('metric is written as it is held', () =>
    expect(inOwnUnit(12.34, 'mm', METRIC, 1)).toEqual({ text: '12.3', unit: 'mm' }))
  test('a number alone is taken for the own unit, another unit for itself', () => {
    expect(readQuantity('2', 'length', 'in')).toEqual({ ok: true, value: 50.8, unit: null })
    expect(readQuantity('2 mm', 'length', 'in')).toEqual({ ok: true, value: 2, unit: 'mm' })
    expect(readQuantity('1', 'volume', 'imp fl oz')).toMatchObject({
      ok: true,
      value: expect.closeTo(28.4130625, 9),
    })
    expect(readQuantity('1', 'volume', 'US fl oz')).toMatchObject({
      ok: true,
      value: expect.closeTo(29.5735295625, 9),
    })
    expect(readQuantity('70', 'temperature', '°F')).toMatchObject({
      ok: true,
      value: expect.closeTo(21.111, 3),
    })
  })
})

describe('a sentence in own units', () => {
  const yankee = { mass: 'oz', volume: 'US fl oz', length: 'in', temperature: '°F' } as const

  test.each([
    ['12.7 mm deep, of 29.6 ml', '0.500 in deep, of 1.001 US fl oz'],
    ['bears 60.0 °C once cured', 'bears 140.0 °F once cured'],
    ['stays workable for 12.5 min', 'stays workable for 12.5 min'],
    ['the 25.4 mm at which it levels', 'the 1.000 in at which it levels'],
    ['100 g, 3 gel tests', '3.53 oz, 3 gel tests'],
    ['takes 129.0 cm² of 12\u2009903 cm²', 'takes 20.00 in² of 2000.0 in²'],
    ['12\u2009345.6 ml are left', '417.454 US fl oz are left'],
  ])('“%s” reads “%s”', (sentence, own) => expect(sentenceInOwnUnits(sentence, yankee)).toBe(own))
  test('stays as it is for who reads the core’s units', () =>
    expect(sentenceInOwnUnits('12.5 mm of 30 ml', { ...METRIC })).toBe('12.5 mm of 30 ml'))
})

test('texts are written with another decimal mark, and nothing but their numbers changes', () => {
  const text = 'Holds 1234.5 ml at 9.25 mm. It cures at 22.0 °C, from 7:30.'
  expect(withDecimalMark(text, ',')).toBe(
    'Holds 1234,5 ml at 9,25 mm. It cures at 22,0 °C, from 7:30.',
  )
  expect(withDecimalMark(text, '.')).toBe(text)
})
test.each([
  ['1.250', ',', true],
  ['12.345.678', ',', true],
  ['0.125', ',', false],
  ['1.25', ',', false],
  ['1,250', ',', false],
  ['1.250', '.', false],
] as const)('%j where %j stands before decimals can be meant in two ways: %s', (typed, mark, may) =>
  expect(mayBeThousands(typed, mark)).toBe(may),
)
