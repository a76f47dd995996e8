import { describe, expect, test } from '@jest/globals'
import { mix, type Measure } from '../../core/mix'
import { whyCostPerGood, whyMilestone, whyMixMl, whyPart, whyPrice, type Why } from '../../core/why'
import { batch, costed, layer, recipe, resin, rules } from '../fixtures/studio'

const inputOf = (why: Why, name: string) => {
  const input = why.inputs.find((one) => one.name === name)
  if (!input)
    throw new Error(`no input "${name}" among ${why.inputs.map((one) => one.name).join(', ')}`)
  return input
}
const numberOf = (why: Why, name: string) => Number(inputOf(why, name).value)

describe('resin of a layer', () => {
  const used = { ...rules, perCupMl: 3, reservePct: 10 }
  const one = recipe({
    layers: [
      layer({ runOffPct: 20, cups: 2, inclusions: [{ name: 'pebble', massG: 25, density: 2.5 }] }),
    ],
  })
  const why = whyMixMl(batch(one, 4, { rules: used }).layers[0]!, used)

  test('its formula with its inputs gives its value', () => {
    const net = numberOf(why, 'net, one piece')
    const worked =
      (net * numberOf(why, 'pieces') * (1 + numberOf(why, 'run-off') / 100) +
        numberOf(why, 'cups with a film') * numberOf(why, 'film in a cup')) *
      (1 + numberOf(why, 'reserve') / 100)
    expect(Number(why.value)).toBeCloseTo(worked, 9)
    // by hand: (100 − 10) × 4 × 1.2 + 2 × 3 = 438, × 1.1
    expect(why.value).toBeCloseTo(481.8, 9)
  })
  test('net is what is filled less the inclusions', () => {
    expect(numberOf(why, 'space filled, one piece') - numberOf(why, 'inclusions take')).toBeCloseTo(
      numberOf(why, 'net, one piece'),
      9,
    )
  })
  test('it tells what a tight mix would be', () => expect(why.otherwise).toContain('438.0 ml'))
  test('every input says where it came from', () => {
    expect(inputOf(why, 'reserve').source).toBe('house rule')
    expect(inputOf(why, 'pieces').source).toBe('order')
    expect(inputOf(why, 'run-off').source).toBe('recipe')
  })
})

describe('a part on a device', () => {
  const whyFor = (measure: Measure, part: 'a' | 'b') => {
    const mixed = mix({ resin, need: { volumeMl: 90 }, measure })
    if (!mixed.ok) throw new Error('not mixed')
    return whyPart(resin, 90, measure, mixed.value, part)
  }
  test('a cup adds up and says so', () => {
    const why = whyFor({ kind: 'cup', graduationMl: 5 }, 'a')
    expect([why.value, why.unit]).toEqual([90, 'ml'])
    expect(why.formula).toContain('adds up')
  })
  test('a zeroed scale reads each part alone', () => {
    // 60 ml of A at 1.1 g/ml
    const why = whyFor({ kind: 'scale', resolutionG: 1, tare: true }, 'a')
    expect([why.value, why.unit]).toEqual([66, 'g'])
    expect(why.formula).toContain('zeroed')
  })
  test('the exact amount stands beside the reading', () => {
    expect(
      numberOf(whyFor({ kind: 'scale', resolutionG: 5, tare: true }, 'a'), 'exact part A'),
    ).toBeCloseTo(66, 9)
  })
  test('it warns that the other way of measuring has other numbers', () => {
    expect(whyFor({ kind: 'cup', graduationMl: 5 }, 'b').otherwise).toContain('By weight')
  })
})

describe('a milestone', () => {
  const profile = [
    { fromMin: 0, tempC: 20 },
    { fromMin: 600, tempC: 15 },
  ]
  const why = whyMilestone(resin, 'demould', { profile, touches: [] })

  test('the hours, each weighted by its rate, add up to the hours at the reference', () => {
    const hours = Number(why.value)
    const worked =
      10 * numberOf(why, 'rate at 20 °C') + (hours - 10) * numberOf(why, 'rate at 15 °C')
    expect(worked).toBeCloseTo(numberOf(why, 'at 20 °C it takes'), 9)
  })
  test('what fingers found is told, and bounds it', () => {
    const touches = [{ milestone: 'demould' as const, atMin: 1500, isThere: false }]
    const felt = whyMilestone({ ...resin, variesPct: 15 }, 'demould', { profile, touches })
    expect(Number(felt.value)).toBeGreaterThan(25)
    expect(felt.inputs).toContainEqual(expect.objectContaining({ value: 'not yet' }))
  })
  test('it is later than in the warmth, which is told too', () => {
    expect(Number(why.value)).toBeGreaterThan(20)
    expect(why.otherwise).toContain('20.0 h')
  })
})

describe('money', () => {
  const used = {
    ...rules,
    yieldPct: 80,
    money: {
      ...rules.money,
      overheadPct: 10,
      packaging: '1.00',
      feePct: 5,
      feeFixed: '0.25',
      taxPct: 20,
      marginPct: 40,
    },
  }
  const cost = costed(recipe(), 4, { rules: used })

  test('the lines and the overhead over the good pieces give the cost', () => {
    const why = whyCostPerGood(cost, 4, used)
    const lines = cost.lines.map((line) => numberOf(why, line.name))
    const total = lines.reduce((sum, amount) => sum + amount, 0) + numberOf(why, 'overhead, 10 %')
    expect(total / (numberOf(why, 'pieces') * (numberOf(why, 'yield') / 100))).toBeCloseTo(
      Number(why.value),
      2,
    )
  })
  test('the price is what the formula says', () => {
    const why = whyPrice(cost, used)
    const spent =
      numberOf(why, 'cost of a good piece') + numberOf(why, 'packing') + numberOf(why, 'fixed fee')
    const left =
      1 -
      (numberOf(why, 'selling fee') / 100) * (1 + numberOf(why, 'tax') / 100) -
      numberOf(why, 'margin wanted') / 100
    expect(numberOf(why, 'price before tax')).toBeCloseTo(spent / left, 2)
    expect(Number(why.value)).toBeCloseTo(numberOf(why, 'price before tax') * 1.2, 2)
  })
})
