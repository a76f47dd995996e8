import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { pots, type PotLayer, type PotsAnswer, type PotsRequest } from '../../core/pots'
import { runs } from '../fixtures/runs'

const answered = (request: PotsRequest): PotsAnswer => {
  const result = pots(request)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
const largest = (answer: PotsAnswer) => Math.max(...answer.pots.map((pot) => pot.mixMl))
const layersOf = (sizes: readonly number[], pourMin = 1): PotLayer[] =>
  sizes.map((mixMl, i) => ({ id: `l${i}`, mixMl, pourMin }))

/** Every way to split layers into pots, tried one by one. */
function bruteForce({
  layers,
  maxMixMl,
  workMin,
  restMin,
}: PotsRequest): { count: number; largestMl: number } | null {
  let best: { count: number; largestMl: number } | null = null
  const groups: PotLayer[][] = []
  const fits = (group: PotLayer[]) =>
    group.reduce((sum, layer) => sum + layer.mixMl, 0) <= maxMixMl + 1e-9 &&
    restMin + group.reduce((sum, layer) => sum + layer.pourMin, 0) <= workMin + 1e-9
  const together = () => {
    const potOf = new Map<string, number>()
    return groups.every((group, i) =>
      group.every(({ matchGroup }) => {
        if (matchGroup === undefined) return true
        const known = potOf.get(matchGroup) ?? i
        potOf.set(matchGroup, known)
        return known === i
      }),
    )
  }
  const place = (i: number): void => {
    const layer = layers[i]
    if (!layer) {
      if (!together()) return
      const largestMl = Math.max(
        ...groups.map((group) => group.reduce((sum, one) => sum + one.mixMl, 0)),
      )
      if (
        !best ||
        groups.length < best.count ||
        (groups.length === best.count && largestMl < best.largestMl - 1e-9)
      )
        best = { count: groups.length, largestMl }
      return
    }
    for (const group of groups) {
      group.push(layer)
      if (fits(group)) place(i + 1)
      group.pop()
    }
    groups.push([layer])
    if (fits([layer])) place(i + 1)
    groups.pop()
  }
  place(0)
  return best
}

const layer = fc.record({
  mixMl: fc.integer({ min: 4, max: 40 }).map((tens) => tens * 10),
  pourMin: fc.integer({ min: 0, max: 14 }),
  group: fc.option(fc.constantFrom('moss', 'sand'), { freq: 5, nil: undefined }),
})
const requests = (min: number, max: number) =>
  fc
    .record({
      layers: fc.array(layer, { minLength: min, maxLength: max }),
      maxMixMl: fc.integer({ min: 300, max: 600 }),
      workMin: fc.integer({ min: 25, max: 60 }),
    })
    .map(({ layers, maxMixMl, workMin }): PotsRequest => ({
      maxMixMl,
      workMin,
      restMin: 8,
      layers: layers.map(({ mixMl, pourMin, group }, i) => ({
        id: `l${i}`,
        mixMl,
        pourMin,
        ...(group !== undefined && { matchGroup: group }),
      })),
    }))

describe('the grouping', () => {
  test('equals trying everything, up to eight layers', () => {
    fc.assert(
      fc.property(requests(1, 8), (request) => {
        const result = pots(request)
        const best = bruteForce(request)
        const found = result.ok
          ? {
              exact: result.value.exact,
              count: result.value.pots.length,
              largestMl: largest(result.value),
            }
          : null
        expect(found).toEqual(best && { exact: true, ...best })
      }),
      { seed: 61, numRuns: runs(120) },
    )
  })
  test('is never worse than first fit by falling size, and keeps every rule', () => {
    fc.assert(
      fc.property(requests(5, 40), (request) => {
        const result = pots(request)
        fc.pre(result.ok)
        const { pots: made, exact } = result.value
        const limitOk = made.every(
          (pot) => pot.mixMl <= request.maxMixMl + 1e-9 && pot.busyMin <= request.workMin + 1e-9,
        )
        expect(limitOk).toBe(true)
        expect(made.flatMap((pot) => pot.layers).sort()).toEqual(
          request.layers.map((one) => one.id).sort(),
        )
        const potOf = new Map(made.flatMap((pot, i) => pot.layers.map((id) => [id, i] as const)))
        for (const group of ['moss', 'sand']) {
          const members = request.layers
            .filter((one) => one.matchGroup === group)
            .map((one) => potOf.get(one.id))
          expect(new Set(members).size).toBeLessThanOrEqual(1)
        }
        expect(made.length).toBeLessThanOrEqual(firstFitDecreasing(request))
        if (request.layers.length > 24) expect(exact).toBe(false)
      }),
      { seed: 62, numRuns: runs(80) },
    )
  })
  test('levels the pots when fewer are not possible', () => {
    // 4 × 250 ml in pots of 600: two pots of two, not three and one
    expect(
      answered({
        maxMixMl: 600,
        workMin: 60,
        restMin: 5,
        layers: layersOf([250, 250, 250, 150, 50]),
      })
        .pots.map((pot) => pot.mixMl)
        .sort(),
    ).toEqual([450, 500])
  })
  test('lists pots by their first layer and layers as they were asked for', () => {
    const { pots: made } = answered({
      maxMixMl: 300,
      workMin: 60,
      restMin: 5,
      layers: layersOf([100, 300, 200, 250, 50]),
    })
    const firsts = made.map((pot) => Number(pot.layers[0]?.slice(1)))
    expect(firsts).toEqual([...firsts].sort((x, y) => x - y))
    for (const pot of made) expect(pot.layers).toEqual([...pot.layers].sort())
  })
  test('24 layers that differ in every digit are proven', () => {
    const sizes = Array.from({ length: 24 }, (_, i) => 40 + ((i * 7919) % 613) / 7)
    expect(
      answered({ maxMixMl: 450, workMin: 90, restMin: 8, layers: layersOf(sizes, 2) }).exact,
    ).toBe(true)
  })
})

function firstFitDecreasing({ layers, maxMixMl, workMin, restMin }: PotsRequest): number {
  const lots = new Map<string, { ml: number; min: number }>()
  for (const one of layers) {
    const key = one.matchGroup ?? one.id
    const lot = lots.get(key) ?? { ml: 0, min: 0 }
    lots.set(key, { ml: lot.ml + one.mixMl, min: lot.min + one.pourMin })
  }
  const open: { ml: number; min: number }[] = []
  for (const lot of [...lots.values()].sort((x, y) => y.ml - x.ml)) {
    const pot = open.find(
      (one) => one.ml + lot.ml <= maxMixMl && restMin + one.min + lot.min <= workMin,
    )
    if (pot) {
      pot.ml += lot.ml
      pot.min += lot.min
    } else open.push({ ...lot })
  }
  return open.length
}

describe('what fits no pot', () => {
  test.each<[string, PotLayer[], string]>([
    ['too much', [...layersOf([100]), { id: 'b', mixMl: 401, pourMin: 1 }], 'layers[1]'],
    ['too slow', [...layersOf([100]), { id: 'b', mixMl: 10, pourMin: 43 }], 'layers[1]'],
    [
      'a colour that needs more than one pot',
      [
        ...layersOf([10]),
        { id: 'b', mixMl: 300, pourMin: 1, matchGroup: 'x' },
        { id: 'c', mixMl: 200, pourMin: 1, matchGroup: 'x' },
      ],
      'layers[1]',
    ],
  ])('%s', (_what, layers, path) => {
    const result = pots({ maxMixMl: 400, workMin: 50, restMin: 8, layers })
    expect(result).toMatchObject({ ok: false, code: 'does-not-fit', issues: [{ path }] })
  })
})
