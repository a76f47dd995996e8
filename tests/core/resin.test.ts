import { describe, expect, test } from '@jest/globals'
import {
  allowedDepthMm,
  checkLayer,
  chooseResin,
  workableMin,
  type CheckLayerRequest,
  type ChooseResinRequest,
  type ResinOnShelf,
} from '../../core/resin'
import { resin } from '../fixtures/studio'

const { work, tackFrom, tackTo, demould, full } = resin.milestones
const layerResin = { ...resin, milestones: { work, tackFrom, tackTo, demould, full } }

describe('how deep a layer may be', () => {
  test('is the resin’s own limit at its reference and below', () => {
    expect([allowedDepthMm(resin, 20), allowedDepthMm(resin, 12)]).toEqual([20, 20])
  })
  test('falls with the root of the rate in warmth', () => {
    // exp(50000/8.314462618·(1/293.15 − 1/303.15)) = 1.967; 20 / √1.967 = 14.26, by hand
    expect(allowedDepthMm(resin, 30)).toBeCloseTo(14.26, 2)
  })
})

describe('checkLayer', () => {
  const good: CheckLayerRequest['layer'] = {
    depthMm: 10,
    mixMl: 150,
    restMin: 6,
    pourMin: 8,
    pigments: [{ name: 'moss', loadPct: 3 }],
    inclusions: [{ name: 'a leaf', heightMm: 2 }],
    nextAfterMin: 400,
  }
  const warned = (layer: Partial<CheckLayerRequest['layer']>, tempC = 20) => {
    const result = checkLayer({
      resin: layerResin,
      tempC,
      maxLoadPct: 10,
      layer: { ...good, ...layer },
    })
    if (!result.ok) throw new Error('refused')
    return result.value.warnings
  }
  test('says nothing where all is well', () => expect(warned({})).toEqual([]))
  test.each<[string, Partial<CheckLayerRequest['layer']>, string, number, number]>([
    ['thinner than it levels', { depthMm: 1, inclusions: [] }, 'too-thin', 1, 2],
    ['deeper than it bears', { depthMm: 45 }, 'too-deep', 45, 20],
    ['more than one cup bears', { mixMl: 600, pourMin: 1, restMin: 1 }, 'too-much', 600, 500],
    [
      'over the pigment cap',
      {
        pigments: [
          { name: 'x', loadPct: 6 },
          { name: 'y', loadPct: 5 },
        ],
      },
      'too-much-pigment',
      11,
      10,
    ],
    [
      'white in a shallow layer',
      { depthMm: 2.5, pigments: [{ name: 'chalk', loadPct: 2, isWhite: true }], inclusions: [] },
      'white-sinks',
      2,
      1,
    ],
    [
      'an inclusion that stands proud',
      { inclusions: [{ name: 'a pebble', heightMm: 12 }] },
      'stands-proud',
      12,
      10,
    ],
    ['the next layer too early', { nextAfterMin: 100 }, 'too-early', 100, 240],
    ['the next layer too late', { nextAfterMin: 900 }, 'too-late', 900, 720],
  ])('%s', (_what, layer, code, value, limit) => {
    const [first, ...others] = warned(layer)
    expect(others).toEqual([])
    expect(first).toMatchObject({ code, value, limit })
    expect(first!.message.length).toBeGreaterThan(10)
    expect(first!.suggestion.length).toBeGreaterThan(5)
  })
  test('a slow pour is compared with the cup’s own working time', () => {
    const [slow] = warned({ pourMin: 60 })
    expect(slow).toMatchObject({ code: 'too-slow', value: 66 })
    expect(slow!.limit).toBeCloseTo(workableMin(layerResin, 150, 20), 9)
  })
  test('the split it suggests would pass', () => {
    const [deep] = warned({ depthMm: 45, inclusions: [] })
    const [, count, eachMm] = /into (\d+) layers of ([\d.]+) mm/.exec(deep!.suggestion)!
    expect([count, eachMm]).toEqual(['3', '15.0'])
    expect(warned({ depthMm: Number(eachMm) })).toEqual([])
  })
  test('a warm room closes the window sooner', () =>
    expect(warned({ nextAfterMin: 500 }, 30).map((one) => one.code)).toContain('too-late'))
})

describe('chooseResin', () => {
  const shelf = (id: string, changes: Partial<ResinOnShelf> = {}): ResinOnShelf => ({
    ...layerResin,
    id,
    name: id,
    stockMl: 1000,
    leadMin: 4320,
    heatC: 60,
    whiteHold: 3,
    kitMl: 1000,
    kitPrice: '40.00',
    ...changes,
  })
  const need: ChooseResinRequest['need'] = { depthMm: 10, mixMl: 150, busyMin: 20, tempC: 20 }
  const choose = (resins: ResinOnShelf[], changes: Partial<ChooseResinRequest['need']> = {}) => {
    const result = chooseResin({ need: { ...need, ...changes }, currency: 'EUR', resins })
    if (!result.ok) throw new Error('refused')
    return result.value.choices
  }
  test('names every resin, fitting ones first, the cheaper before the dearer', () => {
    const choices = choose([
      shelf('thin', { maxDepthMm: 3, minDepthMm: 2 }),
      shelf('dear', { kitPrice: '90.00' }),
      shelf('thick', { minDepthMm: 12, maxDepthMm: 40 }),
      shelf('cheap'),
    ])
    expect(choices.map((choice) => [choice.id, choice.verdict])).toEqual([
      ['cheap', 'fits'],
      ['dear', 'fits'],
      ['thin', 'with-care'],
      ['thick', 'unfit'],
    ])
    // 150 ml of 1000 ml for 40.00
    expect(choices[0]!.cost).toBe('6.00')
  })
  test.each<[string, Partial<ResinOnShelf>, Partial<ChooseResinRequest['need']>, string, RegExp]>([
    ['too little warmth', { heatC: 45 }, { heatC: 50 }, 'unfit', /softens above 45/],
    ['warmth unknown', { heatC: undefined }, { heatC: 50 }, 'with-care', /not known/],
    ['lets white sink', { whiteHold: 2 }, { hasWhite: true }, 'unfit', /sink/],
    ['holds white', { whiteHold: 5 }, { hasWhite: true }, 'fits', /holds white/],
    ['not in the stores', { stockMl: 20 }, {}, 'with-care', /a kit takes 3 d/],
    ['too late with the delivery', { stockMl: 20 }, { readyByMin: 3000 }, 'unfit', /too late/],
    ['in time', {}, { readyByMin: 1200 }, 'fits', /demoulded after 20 h/],
    ['too quick for the pours', {}, { busyMin: 500 }, 'unfit', /500.0 min are planned/],
    ['several pots', { maxMixMl: 100 }, {}, 'with-care', /2 pots/],
  ])('%s', (_what, changes, wanted, verdict, text) => {
    const [choice] = choose([shelf('one', changes)], wanted)
    expect(choice!.verdict).toBe(verdict)
    expect(choice!.reasons.map((reason) => reason.text).join('; ')).toMatch(text)
  })
  test('nothing is said of what was not asked', () => {
    expect(
      choose([shelf('one')])[0]!
        .reasons.map((reason) => reason.text)
        .join(' '),
    ).not.toMatch(/white|warmth|cured/)
  })
})
