import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { split, type SplitAnswer, type SplitRequest } from '../../core/split'
import { runs } from '../fixtures/runs'

const answered = (request: SplitRequest): SplitAnswer => {
  const result = split(request)
  if (!result.ok) throw new Error(`${result.code} ${JSON.stringify(result.issues)}`)
  return result.value
}
const sum = (list: readonly number[]) => list.reduce((total, one) => total + one, 0)
const layer = (netMl: number, pieces: number, changes = {}) => ({
  id: 'face',
  members: [{ id: 'tile', netMl, pieces }],
  ...changes,
})

const mixes = fc
  .record({
    netMl: fc.double({ min: 5, max: 300, noNaN: true }),
    pieces: fc.integer({ min: 1, max: 12 }),
    filmMl: fc.double({ min: 0, max: 4, noNaN: true }),
    sparePct: fc.double({ min: 0, max: 20, noNaN: true }),
    runOffPct: fc.double({ min: 0, max: 60, noNaN: true }),
    isCoat: fc.boolean(),
    secondCup: fc.boolean(),
    shares: fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 0, maxLength: 4 }),
    mixed: fc.option(fc.double({ min: 0.6, max: 1.6, noNaN: true }), { nil: null }),
  })
  .map(({ netMl, pieces, isCoat, runOffPct, shares, mixed, ...rest }) => {
    const cups = [
      ...shares.map((pct, i) => ({ id: `c${i}`, parts: [{ pct }] })),
      { id: 'clear', parts: [{ rest: true as const }], isMixingCup: true },
    ]
    const request: SplitRequest = {
      ...rest,
      layers: [layer(netMl, pieces, { isCoat, runOffPct })],
      cups,
      steps: cups.flatMap(({ id }) => [
        { pour: id, pct: 40 },
        { pour: id, rest: true as const },
      ]),
    }
    return { request, mixed }
  })

describe('what is mixed', () => {
  test('goes into the cups, onto the layers and to the homes, to the last drop', () =>
    fc.assert(
      fc.property(mixes, ({ request, mixed }) => {
        const planned = answered(request)
        fc.pre(mixed === null || planned.mixMl * mixed > planned.filmsMl + 1)
        const real =
          mixed === null ? planned : answered({ ...request, mixedMl: planned.mixMl * mixed })
        expect(sum(real.layers.map((one) => one.takenMl)) + real.surplusMl).toBeCloseTo(
          real.mixedMl,
          6,
        )
        // What is over lies in the mixing cup, where something of the mix is poured from that.
        for (const [i, { leftMl, filmMl, partMl }] of real.cups.entries())
          expect(leftMl).toBeCloseTo(
            filmMl + (request.cups?.[i]?.isMixingCup && partMl > 0 ? real.surplusMl : 0),
            6,
          )
        expect(sum(real.pours.map(({ ml }) => ml))).toBeCloseTo(real.layers[0]!.getsMl, 6)
        if (mixed === null)
          expect(sum(real.pours.map(({ ml }) => ml))).toBeCloseTo(real.pouredMl, 6)
      }),
      { seed: 16, numRuns: runs(150) },
    ))
  test('twice the pieces take twice the resin, and no film more', () =>
    fc.assert(
      fc.property(mixes, ({ request }) => {
        const [one] = request.layers
        const member = one!.members[0]!
        const doubled = {
          ...request,
          layers: [{ ...one!, members: [{ ...member, pieces: member.pieces * 2 }] }],
        }
        const [before, after] = [answered(request), answered(doubled)]
        expect(after.pouredMl).toBeCloseTo(2 * before.pouredMl, 6)
        expect(after.filmsMl).toBeCloseTo(before.filmsMl, 9)
      }),
      { seed: 17, numRuns: runs(60) },
    ))
})

describe('pigment', () => {
  test('drops between pours darken what is left, by hand', () => {
    const { pours } = answered({
      layers: [layer(60, 1)],
      cups: [{ id: 'dark', parts: [{ rest: true }] }],
      steps: [
        { pour: 'dark', ml: 20 },
        { pour: 'dark', rest: true, drops: [{ id: 'ink', n: 8, dropMl: 0.05 }] },
      ],
    })
    // nothing in the first 20 ml; 0.4 ml in the 40.4 ml of the rest
    expect(pours.map(({ pigmentPct }) => pigmentPct)).toEqual([0, (100 * 0.4) / 40.4])
  })
  test('of unknown volume makes the strength unknown from there on', () => {
    const { pours } = answered({
      mixDensity: 1.1,
      layers: [layer(60, 1)],
      cups: [
        { id: 'gold', parts: [{ ml: 20 }], pigments: [{ id: 'mica', loadPct: 2 }] },
        { id: 'clear', parts: [{ rest: true }] },
        { id: 'both', from: [{ cup: 'gold', pct: 50 }] },
      ],
      steps: [{ pour: 'both' }, { pour: 'clear' }, { pour: 'gold' }],
    })
    expect(pours.map(({ pigmentPct }) => pigmentPct)).toEqual([null, 0, null])
  })
})

test.each<[string, Partial<SplitRequest>, string, string]>([
  [
    'a cup poured twice empty',
    {
      steps: [
        { pour: 'a', rest: true },
        { pour: 'a', ml: 1 },
      ],
    },
    'cup-empty',
    'steps[1]',
  ],
  [
    'a circle of cups',
    {
      cups: [
        { id: 'a', from: [{ cup: 'b', pct: 10 }] },
        { id: 'b', from: [{ cup: 'a', pct: 10 }], parts: [{ rest: true }] },
      ],
    },
    'invalid-input',
    'cups[0].from',
  ],
  [
    'fillers that do not fit',
    { cups: [{ id: 'a', parts: [{ rest: true }], fillers: [{ id: 's', ml: 70 }] }] },
    'fillers-exceed-cup',
    'cups[0].fillers',
  ],
  ['less than the films', { filmMl: 5, mixedMl: 4 }, 'mix-too-small', 'mixedMl'],
  [
    'parts that leave some',
    { cups: [{ id: 'a', parts: [{ pct: 90 }] }] },
    'parts-short-of-layer',
    'layers[0]',
  ],
  ['a fill of what is not filled', { steps: [{ fill: 'a' }] }, 'invalid-input', 'steps[0].fill'],
])('%s is refused at its place', (_what, changes, code, path) => {
  const result = split({
    layers: [layer(60, 1)],
    cups: [{ id: 'a', parts: [{ rest: true }] }],
    ...changes,
  })
  expect(result).toMatchObject({ ok: false, code, issues: [{ path }] })
})
