import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { rack, type RackAnswer, type RackRequest } from '../../core/rack'
import { compute } from '../../server/services/compute/compute'
import { readVectors } from '../fixtures/readVectors'
import { runs } from '../fixtures/runs'

const CLOCK = { now: () => 0, startedAt: 0 }
const SLACK_MM = 1e-6

/** Which rules a layout breaks, in words. */
function broken({ shelves, pieces, clearanceMm }: RackRequest, answer: RackAnswer): string[] {
  const wrong: string[] = []
  const keys = [...answer.placed, ...answer.unplaced].map(({ id, index }) => `${id}/${index}`)
  const wanted = pieces.flatMap(({ id, count = 1 }) =>
    Array.from({ length: count }, (_, i) => `${id}/${i}`),
  )
  if (JSON.stringify(keys.sort()) !== JSON.stringify(wanted.sort())) wrong.push('each piece once')
  const lying = answer.placed.map((spot) => {
    const piece = pieces.find(({ id }) => id === spot.id)!
    const shelf = shelves.find(({ id }) => id === spot.shelf)!
    const [widthMm, depthMm] = spot.isTurned
      ? [piece.depthMm, piece.widthMm]
      : [piece.widthMm, piece.depthMm]
    if (spot.isTurned && piece.mayTurn === false) wrong.push(`${spot.id} may not turn`)
    if (piece.heightMm > shelf.clearHeightMm + SLACK_MM) wrong.push(`${spot.id} is too high`)
    if (piece.needsLevel && !shelf.isLevel) wrong.push(`${spot.id} is not level`)
    if (
      spot.xMm < -SLACK_MM ||
      spot.yMm < -SLACK_MM ||
      spot.xMm + widthMm > shelf.widthMm + SLACK_MM ||
      spot.yMm + depthMm > shelf.depthMm + SLACK_MM
    )
      wrong.push(`${spot.id} is outside`)
    return { ...spot, widthMm, depthMm, weight: piece.weight ?? 1 }
  })
  const taken = shelves.flatMap((shelf) =>
    (shelf.taken ?? []).map((spot) => ({ ...spot, shelf: shelf.id, id: 'taken' })),
  )
  const apart = (from: number, width: number, other: number, otherWidth: number) =>
    from + width + clearanceMm <= other + SLACK_MM ||
    other + otherWidth + clearanceMm <= from + SLACK_MM
  lying.forEach((one, i) => {
    for (const other of [...lying.slice(i + 1), ...taken])
      if (
        one.shelf === other.shelf &&
        !apart(one.xMm, one.widthMm, other.xMm, other.widthMm) &&
        !apart(one.yMm, one.depthMm, other.yMm, other.depthMm)
      )
        wrong.push(`${one.id} is on ${other.id}`)
  })
  const weight = lying.reduce((sum, one) => sum + one.weight, 0)
  if (Math.abs(weight - answer.weight) > 1e-6) wrong.push('its weight')
  if (answer.bound < answer.weight - 1e-6) wrong.push('its bound')
  if (answer.exact && Math.abs(answer.bound - answer.weight) > 1e-6) wrong.push('exact')
  return wrong
}

const vectors = readVectors('rack')
describe('cases', () => {
  test.each(vectors.map((vector) => [vector.id, vector] as const))('%s', (_id, vector) => {
    const body = JSON.parse(vector.requestText) as RackRequest
    const request = { ...body, limit: { iterations: 1500 } }
    if (vector.error) {
      const result = compute('rack', body, 0)
      expect(result).toMatchObject({ ok: false, code: vector.error.code })
      const first = result.ok ? '' : result.issues[0]!.path
      if (vector.error.paths) expect(vector.error.paths).toContain(first)
      return
    }
    const result = rack(request, CLOCK)
    if (!result.ok) throw new Error(JSON.stringify(result.issues))
    expect(broken(request, result.value)).toEqual([])
    expect(result.value.bound).toBeGreaterThanOrEqual((vector.bestWeight ?? 0) - 1e-6)
    const wanted = (vector.bestWeight ?? NaN) * (vector.leastShare ?? 1)
    expect(result.value.weight).toBeGreaterThanOrEqual(wanted - 1e-6)
    if (vector.fewestShelves !== undefined)
      expect(new Set(result.value.placed.map(({ shelf }) => shelf)).size).toBe(vector.fewestShelves)
  })
})

test('the same request with a limit in iterations gives the same answer', () => {
  const { requestText } = vectors.find(({ id }) => id === 'rack-twelve-over-full')!
  const request = { ...(JSON.parse(requestText) as RackRequest), limit: { iterations: 30 } }
  expect(rack(request, CLOCK)).toEqual(rack(request, CLOCK))
})

test('why something is not placed: the first reason that holds', () => {
  const { requestText } = vectors.find(({ id }) => id === 'rack-every-reason')!
  const result = rack(
    { ...(JSON.parse(requestText) as RackRequest), limit: { iterations: 5 } },
    CLOCK,
  )
  const why = result.ok ? result.value.unplaced.map((one) => [one.id, one.why]) : []
  expect(why).toEqual(
    expect.arrayContaining([
      ['long', 'too-large'],
      ['tall', 'too-high'],
      ['flat', 'no-level-shelf'],
      ['same', 'no-room'],
    ]),
  )
})

test('whatever is asked, a layout keeps every rule', () => {
  const length = fc.integer({ min: 20, max: 400 })
  const spot = fc.record({ xMm: length, yMm: length, widthMm: length, depthMm: length })
  const shelf = fc.record({
    widthMm: length,
    depthMm: length,
    clearHeightMm: length,
    isLevel: fc.boolean(),
    taken: fc.array(spot, { maxLength: 2 }),
  })
  const piece = fc.record({
    widthMm: length,
    depthMm: length,
    heightMm: length,
    count: fc.integer({ min: 1, max: 3 }),
    needsLevel: fc.boolean(),
    mayTurn: fc.boolean(),
    weight: fc.integer({ min: 0, max: 9 }),
  })
  const own = <T extends object>(list: T[]) => list.map((one, i) => ({ ...one, id: `n${i}` }))
  fc.assert(
    fc.property(
      fc.array(shelf, { maxLength: 3 }),
      fc.array(piece, { maxLength: 5 }),
      fc.integer({ min: 0, max: 30 }),
      (shelves, pieces, clearanceMm) => {
        const request = {
          clearanceMm,
          shelves: own(shelves),
          pieces: own(pieces),
          limit: { iterations: 20 },
        }
        const result = rack(request, CLOCK)
        expect(result.ok && broken(request, result.value)).toEqual([])
      },
    ),
    { numRuns: runs(60) },
  )
})
