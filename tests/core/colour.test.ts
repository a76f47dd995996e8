import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ladder, tint, type TintPigment } from '../../core/colour'

const cup = (pigment: TintPigment, mixG = 200) => {
  const result = tint({
    mixG,
    maxLoadPct: 10,
    colours: [{ id: 'c', sharePct: 100, pigments: [pigment] }],
  })
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value.colours[0]!
}

describe('a dose', () => {
  test('is the same in grams, teaspoons and drops', () => {
    // 2 % of 200 g = 4 g; a teaspoon of powder at 0.5 g/ml holds 2.5 g; a drop of 0.05 ml at 1.25
    // g/ml weighs 0.0625 g
    expect(
      cup({ id: 'p', loadPct: 2, bulkDensity: 0.5, density: 1.25, dropMl: 0.05 }).pigments[0],
    ).toEqual({ id: 'p', massG: 4, teaspoons: 1.6, drops: 64 })
  })
  test('given one way comes back from the others', () => {
    const known = { id: 'p', density: 1.2, dropMl: 0.04, bulkDensity: 0.6 }
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 15, noNaN: true }),
        fc.double({ min: 1, max: 2000, noNaN: true }),
        (loadPct, mixG) => {
          const byLoad = cup({ ...known, loadPct }, mixG)
          const byMass = cup({ ...known, massG: byLoad.pigments[0]!.massG }, mixG)
          const byDrops = cup({ ...known, drops: byLoad.pigments[0]!.drops! }, mixG)
          expect(byMass.totalLoadPct).toBeCloseTo(loadPct, 9)
          expect(byDrops.totalLoadPct).toBeCloseTo(loadPct, 9)
        },
      ),
      { seed: 41 },
    )
  })
  test.each([
    [10, false],
    [10 + 1e-12, false],
    [10.001, true],
  ])('of %d %% is over a limit of 10 %%: %s', (loadPct, over) =>
    expect(cup({ id: 'p', loadPct }).overLimit).toBe(over),
  )
  test('into a cup without resin is refused', () => {
    const result = tint({
      mixG: 100,
      maxLoadPct: 5,
      colours: [
        { id: 'x', sharePct: 100, pigments: [] },
        { id: 'y', sharePct: 0, pigments: [{ id: 'p', massG: 1 }] },
      ],
    })
    expect(result).toMatchObject({ ok: false, issues: [{ path: 'colours[1].sharePct' }] })
  })
})

describe('a ladder', () => {
  const climb = (steps: { addDrops: number; pourMl: number }[], startMl = 100) =>
    ladder({ startMl, dropMl: 0.05, steps })
  test('only darkens, and nothing is lost on the way', () => {
    const steps = fc.array(
      fc.record({
        addDrops: fc.integer({ min: 0, max: 20 }),
        pourMl: fc.integer({ min: 0, max: 12 }),
      }),
      { minLength: 1, maxLength: 8 },
    )
    fc.assert(
      fc.property(steps, (list) => {
        const result = climb(list)
        if (!result.ok) throw new Error(JSON.stringify(result.issues))
        const strengths = result.value.steps.map((step) => step.pigmentPct)
        strengths
          .slice(1)
          .forEach((strength, i) => expect(strength).toBeGreaterThanOrEqual(strengths[i]! - 1e-12))
        const addedMl = list.reduce((sum, step) => sum + step.addDrops * 0.05, 0)
        const pouredPigmentMl = list.reduce(
          (sum, step, i) => sum + (step.pourMl * strengths[i]!) / 100,
          0,
        )
        const leftMl = result.value.steps.at(-1)!.remainingMl
        expect(pouredPigmentMl + (leftMl * strengths.at(-1)!) / 100).toBeCloseTo(addedMl, 9)
        expect(leftMl).toBeCloseTo(
          100 + addedMl - list.reduce((sum, step) => sum + step.pourMl, 0),
          9,
        )
      }),
      { seed: 42 },
    )
  })
  test('a cup may be emptied to the last drop, and not further', () => {
    expect(climb([{ addDrops: 20, pourMl: 101 }])).toMatchObject({
      ok: true,
      value: { steps: [{ remainingMl: 0 }] },
    })
    expect(climb([{ addDrops: 20, pourMl: 101.01 }])).toMatchObject({
      ok: false,
      code: 'cup-empty',
      issues: [{ path: 'steps[0].pourMl' }],
    })
    expect(
      climb([
        { addDrops: 0, pourMl: 100 },
        { addDrops: 0, pourMl: 0 },
      ]),
    ).toMatchObject({ ok: true, value: { steps: [{}, { pigmentPct: 0, remainingMl: 0 }] } })
  })
})
