import { describe, expect, test } from '@jest/globals'
import { lots, type LotsRequest, type Part } from '../../core/lots'
import { spares } from '../../core/spares'
import { seededRandom } from '../../core/seededRandom'

function someStores(seed: number): LotsRequest {
  const random = seededRandom(seed)
  const upTo = (most: number) => Math.floor(random() * (most + 1))
  return {
    needs: Array.from({ length: 1 + upTo(8) }, (_, i) => ({
      id: `pot ${i}`,
      atMin: upTo(5) * 100,
      aG: random() * 300,
      bG: random() * 200,
    })),
    lots: Array.from({ length: upTo(9) }, (_, i) => ({
      id: `lot ${i}`,
      part: (upTo(1) ? 'a' : 'b') as Part,
      leftG: random() * 500,
      usableUntilMin: upTo(2) ? upTo(6) * 100 : null,
      isOpen: upTo(1) === 1,
    })),
  }
}

describe('bottles', () => {
  test.each(Array.from({ length: 80 }, (_, i) => i + 1))(
    'no gram appears or vanishes, and nothing is used after its end (%i)',
    (seed) => {
      const request = someStores(seed)
      const { draws, short, left } = lots(request)
      const sum = (amounts: readonly { g: number }[]) => amounts.reduce((all, { g }) => all + g, 0)
      const needed = request.needs.reduce((all, { aG, bG }) => all + aG + bG, 0)
      const held = request.lots.reduce((all, { leftG }) => all + leftG, 0)
      expect(sum(draws) + sum(short)).toBeCloseTo(needed, 6)
      expect(sum(left) + sum(draws)).toBeCloseTo(held, 6)
      for (const { need, lot } of draws) {
        const at = request.needs.find(({ id }) => id === need)?.atMin ?? 0
        const until = request.lots.find(({ id }) => id === lot)?.usableUntilMin ?? Infinity
        expect(at).toBeLessThanOrEqual(until)
      }
    },
  )
})

test('more certainty never takes fewer pieces, and the table is the answer', () => {
  let before = 0
  for (const sureOf of [0.5, 0.7, 0.9, 0.95, 0.99]) {
    const result = spares({ wanted: 8, yield: { meanPct: 90, weight: 30 }, sureOf, mostPieces: 40 })
    if (!result.ok) throw new Error('never sure')
    const { pieces, chance, table } = result.value
    expect(pieces).toBeGreaterThanOrEqual(before)
    expect(table.find((row) => row.pieces === pieces)?.chance).toBe(chance)
    before = pieces
  }
})
