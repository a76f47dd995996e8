import { describe, expect, test } from '@jest/globals'
import { returnsOf } from '../../core/odds/returns'
import { seededRandom } from '../../core/seededRandom'

describe('what is given back, and when', () => {
  test('there is room at once, or when the first of those too many is back', () => {
    const rack = returnsOf(100, 4)
    rack.lend(60, 500)
    rack.lend(30, 200)
    expect(rack.roomFrom(10, 0)).toBe(0)
    expect(rack.roomFrom(40, 0)).toBe(200)
    expect(rack.roomFrom(80, 0)).toBe(500)
    expect(rack.roomFrom(80, 600)).toBe(600)
  })
  test('what is held counts until it is given back; for what it takes nobody waits', () => {
    const moulds = returnsOf(2, 3)
    moulds.hold(1)
    moulds.lend(1, 300)
    expect(moulds.roomFrom(1, 0)).toBe(300)
    expect(moulds.roomFrom(2, 0)).toBe(0)
    moulds.release(1, 100)
    expect(moulds.roomFrom(1, 0)).toBe(100)
    moulds.clear()
    expect(moulds.roomFrom(2, 0)).toBe(0)
  })
  test('is what trying every minute at which something comes back finds', () => {
    const random = seededRandom(7)
    const whole = (most: number) => Math.floor(random() * most)
    for (let round = 0; round < 200; round++) {
      const lent = Array.from({ length: 12 }, () => ({ amount: 1 + whole(40), back: whole(1000) }))
      const rack = returnsOf(100, lent.length)
      for (const { amount, back } of lent) rack.lend(amount, back)
      const [wanted, from] = [1 + whole(100), whole(1000)]
      const isRoom = (at: number) =>
        lent.reduce((sum, { amount, back }) => sum + (back > at ? amount : 0), wanted) <= 100
      const tried = [from, ...lent.map(({ back }) => back).filter((back) => back > from)]
      expect(rack.roomFrom(wanted, from)).toBe(Math.min(...tried.filter(isRoom)))
    }
  })
})
