import { expect, test } from '@jest/globals'
import { shortages } from '../../core/pot'

const stock = new Map([
  [1, 500],
  [2, 300],
])
const told = (...pots: [resinId: number, needMl: number][]) =>
  shortages(
    pots.map(([resinId, needMl]) => ({ resinId, needMl })),
    (id) => stock.get(id),
  )

test('several pots of one resin ask for it together', () => {
  expect(told([1, 300], [2, 300], [1, 201])).toEqual([{ resinId: 1, needMl: 501, stockMl: 500 }])
})
test('exactly what the stores hold is enough', () => {
  expect(told([1, 500], [2, 299.5], [2, 0.5])).toEqual([])
})
test('of a resin whose stock is not known nothing is said', () => {
  expect(told([3, 10_000])).toEqual([])
})
