import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  checkGathering,
  colourKey,
  gatherPots,
  ladderOf,
  mergePortions,
  potOf,
  potsOfLayer,
} from '../../core/pot'
import type { Pigment, Portion } from '../../core/trade'
import { mould, pigment, poured, resin, rules } from '../fixtures/studio'
import { runs } from '../fixtures/runs'

const moss = [{ pigmentId: 1, loadPct: 2 }]
const plum = [{ pigmentId: 2, loadPct: 3 }]
const dosed = ({ pigmentId, loadPct }: (typeof moss)[number]) => ({ pigmentId, dose: { loadPct } })
const portion = (changes: Partial<Portion> = {}): Portion => ({
  lineId: 1,
  ...poured(),
  layerIndex: 0,
  firstPiece: 1,
  pieces: 1,
  pouredMl: 100,
  mouldId: null,
  ...changes,
})
const shelf = { resins: new Map([[1, resin]]), moulds: new Map([[1, mould]]), rules, warmC: 20 }
const gather = (portions: Portion[], changes = {}) =>
  gatherPots(portions, { resin: { ...resin, ...changes }, rules, warmC: 20, moulds: shelf.moulds })
const sizes = (pots: Portion[][]) =>
  pots.map((pot) => pot.reduce((sum, one) => sum + one.pouredMl, 0)).sort((x, y) => y - x)

describe('what one mix for several layers takes', () => {
  test('the pours follow one another, all rest as long as the slowest, the film counts once for a colour', () => {
    const film = { perCupMl: 3, reservePct: 10 }
    const together = potOf(
      [
        portion({ ...poured({ pigments: moss, restMin: 9, pourMin: 2 }), pieces: 4 }),
        portion({
          lineId: 2,
          ...poured({ id: 2, name: 'other', pigments: moss, cups: 2, stirMin: 5, restMin: 9 }),
        }),
        portion({ lineId: 3, ...poured({ id: 3 }), pouredMl: 50 }),
      ],
      { resin, rules: film, warmC: 20 },
    )
    // moss: 200 in 2 cups with 3 each, one of them of both layers; clear: 50 + 3; a tenth of all on
    // top
    expect(together.cups.map((cup) => [cup.layers.length, cup.takenMl])).toEqual([
      [2, 153],
      [1, 53],
      [1, 53],
    ])
    expect(together).toMatchObject({ stirMin: 5, restMin: 9, pourMin: 12, busyMin: 21 })
    expect([together.needMl, together.reserveMl].map((ml) => Math.round(ml * 10) / 10)).toEqual([
      284.9, 25.9,
    ])
  })
  test('a colour is what is in it, in whatever order it was written', () => {
    expect(colourKey({ pigments: [...moss, ...plum].map(dosed) })).toBe(
      colourKey({ pigments: [...plum, ...moss].map(dosed) }),
    )
    expect(colourKey({ pigments: [] })).toBe('')
  })
})

describe('the colours of a pot', () => {
  const drops: Pigment = {
    id: 1,
    name: 'ink',
    hex: '#203040',
    form: 'ink',
    pricePerG: '1.00',
    density: 1,
    dropMl: 0.05,
  }
  const inks = new Map([[1, drops]])
  const ink = (loadPct: number, lineId: number) =>
    portion({
      lineId,
      ...poured({ id: lineId, name: `${loadPct} %`, pigments: [{ pigmentId: 1, loadPct }] }),
    })

  test('are dosed for what is in their cups, the reserve stays clear', () => {
    const of = (used = resin) =>
      potOf([ink(2, 1), portion({ lineId: 2, ...poured({ id: 2 }) })], {
        resin: used,
        rules: { perCupMl: 0, reservePct: 10 },
        warmC: 20,
        pigments: inks,
      }).cups
    // 2 : 1 by volume of 1.1 and 1.0 g/ml: 100 ml are 106.67 g
    expect(
      of().map((cup) => [cup.name, cup.doses?.map((one) => Math.round(one.massG! * 1000) / 1000)]),
    ).toEqual([
      ['2 %', [2.133]],
      ['face', []],
    ])
    expect(of({ ...resin, densityA: undefined }).map((cup) => cup.doses)).toEqual([null, []])
  })
  test('a maker’s own measure is weighed where somebody has weighed it, else it is counted', () => {
    const own = poured()
    const cup = {
      ...own.layer.cups[0]!,
      pigments: [{ pigmentId: 1, dose: { n: 2, unit: 'tip' as const } }],
    }
    const of = (pigment: Pigment) =>
      potOf([portion({ ...own, layer: { ...own.layer, cups: [cup] }, pieces: 3 })], {
        resin,
        rules,
        warmC: 20,
        pigments: new Map([[1, pigment]]),
      }).cups[0]!.doses
    const counted = { n: 6, unit: 'tip' }
    expect(of({ ...drops, tipG: 0.1 })).toMatchObject([
      { massG: expect.closeTo(0.6, 9), drops: expect.closeTo(12, 9), counted },
    ])
    expect(of(drops)).toMatchObject([{ massG: null, drops: null, counted }])
    // Grams to 30 ml are grams, whatever is known of the pigment: 300 ml and no film.
    const byGrams = { pigmentId: 1, dose: { per30Ml: 0.6, unit: 'g' as const } }
    const [weighed] = potOf(
      [
        portion({
          ...own,
          layer: { ...own.layer, cups: [{ ...cup, pigments: [byGrams] }] },
          pieces: 3,
          pouredMl: 300,
        }),
      ],
      { resin, rules, warmC: 20, pigments: new Map([[1, { ...drops, density: undefined }]]) },
    ).cups
    expect(weighed!.doses).toMatchObject([{ massG: expect.closeTo(6, 9), drops: null }])
  })
  test('of one pigment can be made in one cup that is darkened between the pours, palest first', () => {
    const figures = potOf([ink(1, 1), ink(0.25, 2), ink(0.5, 3)], { resin, rules, warmC: 20 })
    const climb = ladderOf(figures.cups, resin, drops)!
    expect(climb.map((rung) => rung.name)).toEqual(['0.25 %', '0.5 %', '1 %'])
    // 300 ml × 1.0667 g/ml × 0.25 % = 0.8 g = 16 drops; then 200 ml by 0.25 % more: 10.7, and 100
    // ml by 0.5 %
    expect(climb.map((rung) => rung.addDrops)).toEqual([16, 11, 11])
    climb.forEach((rung) => expect(Math.abs(rung.reachedPct - rung.wantedPct)).toBeLessThan(0.03))
    expect(climb.at(-1)!.remainingMl).toBeGreaterThanOrEqual(0)
  })
  test('of two pigments, of one alone or of a powder make no ladder', () => {
    const of = (portions: Portion[], pigment = drops) =>
      ladderOf(potOf(portions, { resin, rules, warmC: 20 }).cups, resin, pigment)
    expect(of([ink(1, 1)])).toBeNull()
    expect(of([ink(1, 1), portion({ lineId: 2, ...poured({ id: 2, pigments: plum }) })])).toBeNull()
    expect(of([ink(1, 1), ink(2, 2)], { ...drops, dropMl: undefined })).toBeNull()
  })
})

test('portions of one layer that follow one another are one, others stay apart', () => {
  const merged = mergePortions([
    portion({ firstPiece: 3, pieces: 2, pouredMl: 20 }),
    portion({ firstPiece: 1, pieces: 2, pouredMl: 30 }),
    portion({ firstPiece: 6 }),
    portion({ lineId: 2, firstPiece: 7 }),
  ])
  expect(merged.map((one) => [one.lineId, one.firstPiece, one.pieces, one.pouredMl])).toEqual([
    [1, 1, 4, 50],
    [1, 6, 1, 100],
    [2, 7, 1, 100],
  ])
})

describe('gathering a day’s layers into pots', () => {
  test('24 plaques of one colour come from as few pots as the greatest mix allows, evenly', () => {
    // 24 × 40 ml = 960 ml in pots of 500 ml: two of 480 ml
    const { pots, exact } = gather(
      [portion({ pieces: 8, pouredMl: 320 }), portion({ lineId: 2, pieces: 16, pouredMl: 640 })],
      { milestones: { ...resin.milestones, work: 400 } },
    )
    expect(sizes(pots)).toEqual([480, 480])
    expect(exact).toBe(true)
    expect(
      pots
        .flat()
        .filter((one) => one.lineId === 2)
        .map((one) => [one.firstPiece, one.pieces]),
    ).toEqual([
      [1, 4],
      [5, 12],
    ])
  })
  test('a colour comes from one pot where it fits one, even beside others', () => {
    const { pots } = gather([
      portion({ pouredMl: 240, ...poured({ pigments: moss }) }),
      portion({ lineId: 2, pouredMl: 200, ...poured({ pigments: plum }) }),
      portion({ lineId: 3, pouredMl: 200, ...poured({ pigments: moss }) }),
      portion({ lineId: 4, pouredMl: 230 }),
    ])
    expect(pots).toHaveLength(2)
    expect(
      pots.find((pot) => pot.some((one) => one.lineId === 1))?.map((one) => one.lineId),
    ).toEqual([1, 3])
  })
  test('a large cup goes off sooner, so slow pours go into smaller ones', () => {
    const slow = Array.from({ length: 6 }, (_, i) =>
      portion({ lineId: i, pouredMl: 80, ...poured({ pourMin: 9 }) }),
    )
    const { pots } = gather(slow)
    expect(pots.length).toBeGreaterThan(1)
    expect(checkGathering(pots, [], shelf).filter((problem) => problem.breaks)).toEqual([])
  })
  test('a piece that fits no pot is left alone in one, and it is said', () => {
    const { pots } = gather([portion({ pouredMl: 900 }), portion({ lineId: 2, pouredMl: 20 })])
    expect(sizes(pots)).toEqual([900, 20])
    expect(checkGathering(pots, [], shelf).map((problem) => problem.code)).toContain('too-much')
  })
  test('what cannot be poured at once is gathered round by round', () => {
    const face = (lineId: number) => portion({ lineId, pouredMl: 50 })
    const back = (lineId: number) =>
      portion({ lineId, layerIndex: 1, ...poured({ id: 2 }), pouredMl: 50 })
    const layers = gather([face(1), back(1), face(2), back(2)])
    expect(layers.pots.map((pot) => pot.map((one) => one.layerIndex))).toEqual([
      [0, 0],
      [1, 1],
    ])
    expect(layers.exact).toBe(false)
    // four moulds: three and two pieces need them one after the other, the piece without a mould
    // goes with the first
    const inMould = (lineId: number, pieces: number) =>
      portion({ lineId, pieces, pouredMl: 20 * pieces, mouldId: 1 })
    expect(
      gather([inMould(1, 3), inMould(2, 2), portion({ lineId: 3, pouredMl: 20 })]).pots.map((pot) =>
        pot.map((one) => one.lineId),
      ),
    ).toEqual([[1, 3], [2]])
  })
  test('no piece is lost or doubled, nothing breaks, and no more pots than each line by itself would take', () => {
    const some = fc.array(
      fc.record({
        pieces: fc.integer({ min: 1, max: 9 }),
        mlEach: fc.integer({ min: 5, max: 300 }),
        colour: fc.constantFrom([], moss, plum),
      }),
      { minLength: 1, maxLength: 6 },
    )
    fc.assert(
      fc.property(some, (list) => {
        const portions = list.map(({ pieces, mlEach, colour }, i) =>
          portion({
            lineId: i,
            pieces,
            pouredMl: pieces * mlEach,
            ...poured({ pigments: colour, pourMin: 0.5, restMin: 2 }),
          }),
        )
        const { pots } = gather(portions)
        const pieces = pots
          .flat()
          .flatMap((one) =>
            Array.from({ length: one.pieces }, (_, i) => `${one.lineId}/${one.firstPiece + i}`),
          )
        expect([...pieces].sort()).toEqual(
          portions
            .flatMap((one) =>
              Array.from({ length: one.pieces }, (_, i) => `${one.lineId}/${i + 1}`),
            )
            .sort(),
        )
        expect(checkGathering(pots, [], shelf).filter((problem) => problem.breaks)).toEqual([])
        const apart = portions.reduce((count, one) => count + gather([one]).pots.length, 0)
        expect(pots.length).toBeLessThanOrEqual(apart)
      }),
      { seed: 5, numRuns: runs(25) },
    )
  })
})

describe('unlike rests in one pot', () => {
  const short = () => {
    const made = poured({ id: 2, name: 'quick pour', restMin: 0, pourMin: 3 })
    return { ...made, layer: { ...made.layer, rest: { from: 0, to: 0.2, leastMin: 0 } } }
  }
  const long = portion({ ...poured({ restMin: 20, pourMin: 3 }), pouredMl: 50 })
  const quick = portion({ lineId: 2, ...short(), pouredMl: 50 })
  test('what may not rest so long as another pours is told, with the minutes', () => {
    const [late] = potOf([long, quick], { resin, rules, warmC: 20 }).overRested
    expect(late).toMatchObject({ layer: 'quick pour', fromMin: 23 })
    expect(late!.mostMin).toBeLessThan(23)
    expect(potOf([quick], { resin, rules, warmC: 20 }).overRested).toEqual([])
  })
  test('they are not gathered, and by hand it is refused', () => {
    expect(gather([long, quick]).pots).toHaveLength(2)
    expect(checkGathering([[long, quick]], [], shelf)).toMatchObject([
      { code: 'rested-too-long', breaks: true },
    ])
  })
})

describe('what breaks when a layer is put into another pot', () => {
  const codes = (pots: Portion[][], others: Portion[][] = []) =>
    checkGathering(pots, others, shelf).map((problem) => problem.code)
  test.each<[string, Portion[][], string[]]>([
    ['nothing', [[portion()]], []],
    [
      'too much for one cup',
      [[portion({ pouredMl: 300 }), portion({ lineId: 2, pouredMl: 300 })]],
      ['too-much'],
    ],
    ['too slow to pour out', [[portion({ pieces: 40 })]], ['too-slow']],
    [
      'two resins',
      [[portion(), portion({ lineId: 2, ...poured({ resinId: 2 }) })]],
      ['two-resins'],
    ],
    [
      'two layers of one piece',
      [[portion({ pieces: 2 }), portion({ layerIndex: 1, firstPiece: 2 })]],
      ['same-piece'],
    ],
    [
      'more pieces than moulds',
      [[portion({ mouldId: 1, pieces: 3 }), portion({ lineId: 2, mouldId: 1, pieces: 2 })]],
      ['not-enough-moulds'],
    ],
    [
      'one colour twice is only minded',
      [
        [portion({ ...poured({ pigments: moss }) })],
        [portion({ lineId: 2, ...poured({ pigments: moss }) })],
      ],
      ['colour-apart'],
    ],
    ['clear twice is nothing', [[portion()], [portion({ lineId: 2 })]], []],
    ['an emptied pot is nothing', [[], [portion()]], []],
  ])('%s', (_name, pots, wanted) => expect(codes(pots)).toEqual(wanted))

  test('two pots that wait for one another, also by way of a third', () => {
    const face = (lineId: number) => portion({ lineId, pouredMl: 20 })
    const back = (lineId: number) => portion({ lineId, layerIndex: 1, pouredMl: 20 })
    expect(
      codes([
        [face(1), back(2)],
        [face(2), back(1)],
      ]),
    ).toEqual(['pot-circle'])
    expect(
      codes(
        [[face(1), back(3)]],
        [
          [face(2), back(1)],
          [face(3), back(2)],
        ],
      ),
    ).toEqual(['pot-circle'])
    expect(
      codes([
        [face(1), face(2)],
        [back(1), back(2)],
      ]),
    ).toEqual([])
  })
})

describe('a layer that hands can do only a few of at once', () => {
  const few = (changes: Partial<Portion> = {}) => {
    const own = poured()
    return portion({ ...own, layer: { ...own.layer, atOnce: 2 }, ...changes })
  }
  test('is cut into pots of no more pieces, however many the mix would serve', () => {
    const { layer, work } = few()
    const sized = {
      id: 'l1',
      fromMm: null,
      toMm: null,
      grossMl: 10,
      displacedMl: 0,
      netMl: 10,
      mixMl: 10,
    }
    const parts = potsOfLayer({ layer, work }, sized, 5, { resin, rules, warmC: 20 })
    expect(parts.pots.map(({ firstPiece, pieces }) => [firstPiece, pieces])).toEqual([
      [1, 2],
      [3, 2],
      [5, 1],
    ])
    const plain = potsOfLayer(poured(), sized, 5, { resin, rules, warmC: 20 })
    expect(plain.pots.map(({ pieces }) => pieces)).toEqual([5])
  })
  test('is not gathered beyond that, and told where somebody tries', () => {
    const five = few({ pieces: 5, pouredMl: 50 })
    const { pots } = gather([five, portion({ lineId: 2, ...poured({ id: 2 }), pouredMl: 50 })])
    expect(pots.map((pot) => pot.map(({ pieces }) => pieces))).toEqual(
      expect.arrayContaining([[1], [2], [2]]),
    )
    const [wrong] = checkGathering(
      [[few({ lineId: 1 }), few({ lineId: 2, pieces: 2, pouredMl: 20 })]],
      [],
      shelf,
    )
    expect(wrong).toMatchObject({
      code: 'too-many-at-once',
      breaks: true,
      params: { pieces: 3, atOnce: 2 },
    })
  })
})

test('a rest that counts from when A met B is over sooner by the stirring', () => {
  const rested = (counts?: 'met') => {
    const own = poured({ stirMin: 4 })
    const rest = { from: 0.1, to: 0.5, leastMin: 15, ...(counts && { counts }) }
    const figures = potOf([portion({ ...own, layer: { ...own.layer, rest } })], {
      resin,
      rules,
      warmC: 20,
    })
    return [figures.restMin, figures.cups[0]!.restMin, figures.pours[0]!.fromMin]
  }
  expect(rested()).toEqual([15, 15, 15])
  expect(rested('met')).toEqual([11, 11, 11])
})

test('a powder is wetted in a spoonful first, in more where it is heaped, never in most of the cup', () => {
  const wetted = (pouredMl: number, loadPct: number, form: Pigment['form'] = 'powder') => {
    const pigments = new Map([[1, { ...pigment, id: 1, form, bulkDensity: 0.4 }]])
    const own = poured({ pigments: [{ pigmentId: 1, loadPct }] })
    return potOf([portion({ ...own, pouredMl })], { resin, rules, warmC: 20, pigments }).cups[0]!
  }
  // 375 ml weigh 400 g and take 8 g at 2 %, heaped 20 ml: twice as much wets them
  expect(wetted(375, 2).doses![0]!.premixMl).toBeCloseTo(40, 6)
  expect(wetted(60, 0.5).doses).toMatchObject([{ premixMl: 5 }])
  const small = wetted(6, 0.5)
  expect(small.doses![0]!.premixMl).toBeCloseTo(small.takenMl / 2, 9)
  expect(wetted(60, 0.5, 'paste').doses).toMatchObject([{ premixMl: null }])
})
