import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { holdsWhite, checkPot, isWhite, potOfLayer, potsOfLayer } from '../../core/pot'
import {
  deepestMm,
  insertLayer,
  pieceOfSet,
  sizePiece,
  withDividedFill,
  withDroppedLayer,
  withoutFill,
  workOf,
} from '../../core/recipe'
import {
  KINDS_OF_STEP,
  newStep,
  originOf,
  RESIN_FIGURES,
  STEP_KINDS,
  type Layer,
  type Recipe,
  type SetPiece,
} from '../../core/trade'
import { whyPart } from '../../core/why'
import { mix } from '../../core/mix'
import type { LayerBefore } from '../../shared/schemas/recipeBefore'
import { batch, layer, pigment, poured, recipe, resin, rules } from '../fixtures/studio'
import { runs } from '../fixtures/runs'

const fresh = { ...poured({ id: 0, name: 'new' }).layer, key: 'l9' }
const depths = (layers: readonly Layer[]) => layers.map((one) => [one.name, one.fill])
const levels = (one: Recipe) => {
  const sized = sizePiece(one)
  return sized.ok
    ? sized.value.layers.map(({ fromMm, toMm }) => [fromMm, toMm])
    : sized.issues[0]?.code
}

describe('a layer dropped into the piece', () => {
  const two = recipe({
    layers: [
      layer({ name: 'face', fill: { depthMm: 8 } }),
      layer({ id: 2, name: 'back', fill: { toBrim: true } }),
    ],
  })
  test('takes what lies above the level, and the layer it falls into keeps the rest', () => {
    const dropped = insertLayer(two, 3, fresh, [])!
    expect(dropped.index).toBe(1)
    expect(depths(dropped.layers)).toEqual([
      ['face', { depthMm: 3 }],
      ['new', { depthMm: 5 }],
      ['back', { toBrim: true }],
    ])
    expect(levels({ ...two, layers: dropped.layers })).toEqual([
      [0, 3],
      [3, 8],
      [8, 20],
    ])
  })
  test('in a layer up to the brim the new one goes up to the brim', () => {
    const dropped = insertLayer(two, 12, fresh, [])!
    expect(depths(dropped.layers)).toEqual([
      ['face', { depthMm: 8 }],
      ['back', { depthMm: 4 }],
      ['new', { toBrim: true }],
    ])
  })
  test('over the last layer it fills up to the level', () => {
    const half = recipe({ layers: [layer({ fill: { depthMm: 8 } })] })
    expect(depths(insertLayer(half, 11.5, fresh, [])!.layers)).toEqual([
      ['face', { depthMm: 8 }],
      ['new', { depthMm: 3.5 }],
    ])
  })
  test('on a coated board it is one more coat', () => {
    const coated = recipe({
      shape: { kind: 'rectangle', widthMm: 50, lengthMm: 50 },
      layers: [layer({ fill: { coat: { thicknessMm: 2 } } })],
    })
    expect(insertLayer(coated, 99, fresh, [])).toMatchObject({
      index: 1,
      layers: [{}, { fill: { coat: { thicknessMm: 2 } } }],
    })
  })
  test.each([[0.2], [7.8], [20.5], [-1]])('at %d mm there is no room', (level) =>
    expect(insertLayer(two, level, fresh, [])).toBeNull(),
  )
  test('a recipe that cannot be sized takes none', () =>
    expect(
      insertLayer(recipe({ layers: [layer({ fill: { depthMm: 99 } })] }), 5, fresh, []),
    ).toBeNull())
  test('wherever it falls, the other surfaces stay where they were', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.6, max: 19.4, noNaN: true }), (level) => {
        const dropped = insertLayer(two, level, fresh, [])
        fc.pre(dropped !== null)
        const after = levels({ ...two, layers: dropped.layers }) as [number, number][]
        expect(after.at(-1)![1]).toBeCloseTo(20, 6)
        expect(after.some(([, to]) => Math.abs(to - 8) < 1e-5)).toBe(true)
        expect(after.some(([from]) => Math.abs(from - level) < 1e-5)).toBe(true)
      }),
      { seed: 3, numRuns: runs(80) },
    )
  })
})

describe('a set of different pieces', () => {
  // 100 × 100 × 20 mm, and twice 50 × 40 × 10 mm: a half and the rest of each
  const set = recipe({
    others: [
      {
        name: 'lid',
        count: 2,
        shape: { kind: 'rectangle', widthMm: 50, lengthMm: 40, heightMm: 10 },
      },
    ],
    layers: [
      layer({
        fill: { heightFraction: 0.5 },
        runOffPct: 10,
        inclusions: [{ name: 'leaf', volumeMl: 5 }],
      }),
      layer({ id: 2, name: 'back', fill: { toBrim: true }, cups: 2 }),
    ],
  })
  const sized = sizePiece(set)
  test('is sized as one: every layer goes into each of them, inclusions lie in the first', () => {
    if (!sized.ok) throw new Error(JSON.stringify(sized.issues))
    expect(sized.value.layers.map((one) => [one.grossMl, one.netMl])).toEqual([
      [120, 115],
      [120, 120],
    ])
    // (115 × 3 × 1.1 + 4) × 1.05 and (120 × 3 + 2 × 4) × 1.05
    const known = { rules: { ...rules, perCupMl: 4, reservePct: 5 } }
    expect(batch(set, 3, known).layers.map(({ mixMl }) => Math.round(mixMl * 1000) / 1000)).toEqual(
      [402.675, 386.4],
    )
    expect(sized.value.layers[0]).toMatchObject({ fromMm: 0, toMm: 10 })
  })
  describe('of which some get a layer otherwise, or not at all', () => {
    const [lid] = set.others
    const withLid = (fills: SetPiece['fills']) => ({ ...set, others: [{ ...lid!, fills }] })
    const [face, back] = set.layers.map(({ key }) => key) as [string, string]
    const netMl = (one: Recipe) => {
      const answer = sizePiece(one)
      if (!answer.ok) throw new Error(JSON.stringify(answer.issues))
      return answer.value.layers.map((layer) => layer.netMl)
    }
    test('a piece without a layer has the next one in its place', () => {
      // the lids have 20 ml each of the back alone
      expect(netMl(withLid([{ layer: face, fill: null }]))).toEqual([95, 140])
      expect(netMl(withLid([{ layer: back, fill: null }]))).toEqual([115, 100])
    })
    test('a piece filled to a height of its own has the rest filled from there', () => {
      // 2 mm of 20 cm² are 4 ml, the other 8 mm 16
      const own = withLid([{ layer: face, fill: { depthMm: 2 } }])
      expect(netMl(own)).toEqual([103, 132])
      expect(deepestMm(own, own.layers[1]!)).toBe(10)
      const tall = { kind: 'rectangle', widthMm: 50, lengthMm: 40, heightMm: 60 } as const
      const deep = { ...own, others: [{ ...own.others[0]!, shape: tall }] }
      expect(deepestMm(deep, deep.layers[1]!)).toBe(58)
    })
    test('a piece that gets none is refused', () =>
      expect(
        sizePiece(withLid([face, back].map((layer) => ({ layer, fill: null })))),
      ).toMatchObject({
        ok: false,
        issues: [{ path: 'others[0].fills', code: 'gets-no-layer', params: { piece: 'lid' } }],
      }))
    test('goes along when a layer is divided, dropped in or taken out', () => {
      const pieces = (fills: SetPiece['fills']) => withLid(fills).others
      expect(withDividedFill(pieces([{ layer: 'a', fill: { depthMm: 6 } }]), ['a', 'b'])).toEqual(
        pieces([
          { layer: 'a', fill: { depthMm: 3 } },
          { layer: 'b', fill: { depthMm: 3 } },
        ]),
      )
      const none = pieces([{ layer: 'a', fill: null }])
      expect(withDividedFill(none, ['a', 'b'])).toEqual(withDroppedLayer(none, 'a', 'b'))
      expect(
        withDividedFill(pieces([{ layer: 'a', fill: { toBrim: true } }]), ['a', 'b']),
      ).toBeNull()
      expect(withDroppedLayer(none, 'c', 'b')).toEqual(none)
      expect(withoutFill(none, 'a')).toEqual(set.others)
    })
    test('the whole set takes what its pieces take by themselves', () => {
      const anyFill = fc.option(
        fc.record({ depthMm: fc.double({ min: 0.5, max: 4, noNaN: true }) }),
        { nil: null },
      )
      fc.assert(
        fc.property(anyFill, fc.integer({ min: 1, max: 5 }), (fill, count) => {
          const one = withLid([{ layer: face, fill }])
          const other = { ...one.others[0]!, count }
          const { recipe: alone, layerAt } = pieceOfSet(one, other)
          const [first, own] = [netMl({ ...one, others: [] }), netMl(alone)]
          netMl({ ...one, others: [other] }).forEach((ml, at) =>
            expect(ml).toBeCloseTo(first[at]! + count * (own[layerAt.indexOf(at)] ?? 0), 9),
          )
        }),
        { numRuns: runs(60) },
      )
    })
  })
  test('pots hold the whole set', () => {
    if (!sized.ok) throw new Error('not sized')
    expect(
      potsOfLayer({ layer: set.layers[1]!, work: workOf(set, 1) }, sized.value.layers[1]!, 3, {
        resin,
        rules,
        warmC: 20,
      }).pots.map((pot) => pot.needMl),
    ).toEqual([360])
  })
  test('a layer that one of them cannot hold is refused by its name', () => {
    const shallow = recipe({ others: set.others, layers: [layer({ fill: { depthMm: 15 } })] })
    const refused = sizePiece(shallow)
    expect(refused).toMatchObject({
      ok: false,
      code: 'over-brim',
      issues: [
        {
          path: 'others[0].shape',
          code: 'of-set-piece',
          params: { piece: 'lid', layer: 'face', issue: { code: 'over-brim' } },
        },
      ],
    })
  })
})

describe('kinds of steps', () => {
  test.each(STEP_KINDS)(
    'a new “%s” is one that may be saved: it takes time, has a place in the work and its own list of times',
    (kind) => {
      const made = newStep(kind, 'e1', 'l2')
      const isVisit = KINDS_OF_STEP[kind].stands === 'curing'
      expect(made).toMatchObject({
        key: 'e1',
        kind,
        name: KINDS_OF_STEP[kind].name,
        layer: isVisit ? 'l2' : null,
      })
      expect(made.pieceMin + made.batchMin).toBeGreaterThan(0)
      expect(isVisit).toBe(made.at.length > 0)
      made.at.push(1)
      expect(newStep(kind, 'e1', 'l2').at).toHaveLength(made.at.length - 1)
    },
  )
  test('sanding makes dust and is cautioned, demoulding frees the mould', () => {
    expect([
      newStep('sand', 'e1', null).dust,
      newStep('wipe', 'e1', null).dust,
      newStep('demould', 'e1', null).demoulds,
    ]).toEqual([true, true, true])
    expect(KINDS_OF_STEP.sand.cautions).toContain('sand')
    expect(KINDS_OF_STEP['brush-powder'].cautions).toContain('powder')
  })
})

describe('what is seen of a pot', () => {
  test.each([
    ['#f4f1ea', true],
    ['#ffffff', true],
    ['#f4f1c0', false],
    ['#cdb06a', false],
    ['#808080', false],
  ])('%s is a white: %s', (hex, white) => expect(isWhite({ hex })).toBe(white))
  const chalk = { ...pigment, hex: '#f4f1ea' }
  const pigments = new Map([[1, chalk]])
  const codes = (changes: Partial<LayerBefore>, depthMm: number | null) => {
    const own = poured(changes)
    const pot = potOfLayer(own, 50, 1, { resin, rules, warmC: 20, pigments })
    return checkPot(own.layer, { ...pot, depthMm }, { resin, rules, warmC: 20, pigments }).map(
      (warning) => warning.code,
    )
  }
  test('white in a shallow layer is likely to sink', () => {
    const white = { pigments: [{ pigmentId: 1, loadPct: 3 }] }
    expect(codes(white, 2.5)).toEqual(['white-sinks'])
    expect(codes(white, 8)).toEqual([])
    expect(codes(white, null)).toEqual([])
  })
  test('white knows the resin, the rest, and what the workshop found when it tried', () => {
    const trial = (verdict: 'good' | 'poor') => ({
      ...chalk,
      trials: [{ resinId: 1, verdict, note: 'sank to the face' }],
    })
    const holds = (whiteHold: number | undefined, restShare: number, tried = chalk) =>
      holdsWhite(tried, { ...resin, whiteHold }, restShare)
    expect([4, 3, 2, undefined].map((hold) => holds(hold, 0))).toEqual([true, false, false, false])
    expect([4, 3, 2, undefined].map((hold) => holds(hold, 0.3))).toEqual([true, true, false, false])
    expect(holds(1, 0, trial('good'))).toBe(true)
    expect(holds(5, 1, trial('poor'))).toBe(false)
    expect(holds(1, 0, { ...pigment, hex: '#203040' })).toBe(true)
  })
  test('a trial that came out poor warns at any depth, in the workshop’s own words', () => {
    const own = poured({ pigments: [{ pigmentId: 1, loadPct: 0.5 }] })
    const tried = new Map([
      [
        1,
        { ...chalk, trials: [{ resinId: 1, verdict: 'poor' as const, note: 'grey by morning' }] },
      ],
    ])
    const terms = { resin, rules, warmC: 20, pigments: tried }
    const pot = potOfLayer(own, 50, 1, terms)
    const [warning] = checkPot(own.layer, { ...pot, depthMm: 9 }, terms)
    expect(warning).toMatchObject({ code: 'white-sinks' })
    expect(warning!.message).toContain('grey by morning')
  })
  test('an inclusion stands proud by its own height and where its foot is set', () => {
    const leaf = (heightMm: number, yMm?: number) => ({
      inclusions: [{ name: 'leaf', volumeMl: 1, heightMm, yMm }],
    })
    expect(codes(leaf(7), 8)).toEqual([])
    expect(codes(leaf(7, 2), 8)).toEqual(['stands-proud'])
    expect(codes(leaf(9), 8)).toEqual(['stands-proud'])
    expect(
      codes({ inclusions: [{ name: 'hook', volumeMl: 1, heightMm: 9, underPct: 60 }] }, 8),
    ).toEqual([])
    expect(codes({ inclusions: [{ name: 'sand', volumeMl: 1 }] }, 8)).toEqual([])
  })
})

describe('where a resin’s figures come from', () => {
  test('nothing said is a starting value, and a derivation tells what was said', () => {
    const sourced = { ...resin, origins: { densityA: 'measured' as const } }
    expect([originOf(sourced, 'densityA'), originOf(sourced, 'densityB')]).toEqual([
      'measured',
      'starting value',
    ])
    const measure = { kind: 'exact' as const }
    const mixed = mix({ resin, need: { volumeMl: 100 }, measure })
    if (!mixed.ok) throw new Error('not mixed')
    const inputs = whyPart(sourced, 100, measure, mixed.value, 'a').inputs
    expect(
      inputs.filter(({ name }) => name.startsWith('density')).map(({ source }) => source),
    ).toEqual(['measured', 'starting value'])
  })
  test('every figure is told once and read from the resin', () => {
    expect(new Set(RESIN_FIGURES.map((figure) => figure.key)).size).toBe(RESIN_FIGURES.length)
    const known = RESIN_FIGURES.filter((figure) => figure.of(resin) !== undefined).map(
      (figure) => figure.key,
    )
    expect(known).toEqual(
      expect.arrayContaining(['densityA', 'maxMixMl', 'work', 'full', 'massExponent']),
    )
    expect(RESIN_FIGURES.find((figure) => figure.key === 'demould')?.of(resin)).toBe(20)
  })
})
