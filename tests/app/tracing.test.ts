import { beforeEach, describe, expect, test } from '@jest/globals'
import type { Point } from '../../core/geometry'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

beforeEach(() => giveNuxtGlobals({}))
async function aTracing(points: Point[] = []) {
  const { useTracing } = await import('../../app/composables/useTracing')
  const tracing = useTracing()
  for (const point of points) tracing.add(point)
  return tracing
}
const SQUARE: Point[] = [
  [0, 0],
  [10, 0],
  [10, 10],
]

describe('a tracing', () => {
  test('takes points in order', async () => {
    expect((await aTracing(SQUARE)).points.value).toEqual(SQUARE)
  })
  test('inserts between two, also between the last and the first', async () => {
    const tracing = await aTracing(SQUARE)
    tracing.insert(0, [5, 0])
    tracing.insert(3, [5, 5])
    expect(tracing.points.value).toEqual([
      [0, 0],
      [5, 0],
      [10, 0],
      [10, 10],
      [5, 5],
    ])
  })
  test('undoes every step, one at a time, back to nothing', async () => {
    const tracing = await aTracing(SQUARE)
    tracing.insert(1, [10, 5])
    tracing.remove(0)
    const seen = [tracing.points.value.length]
    while (tracing.canUndo.value) {
      tracing.undo()
      seen.push(tracing.points.value.length)
    }
    expect(seen).toEqual([3, 4, 3, 2, 1, 0])
  })
  test('undoes a move as a whole, however far it went', async () => {
    const tracing = await aTracing(SQUARE)
    tracing.beginMove()
    for (const x of [11, 12, 13, 14]) tracing.move(1, [x, 1])
    expect(tracing.points.value[1]).toEqual([14, 1])
    tracing.undo()
    expect(tracing.points.value).toEqual(SQUARE)
  })
  test('can be cleared, and that undone', async () => {
    const tracing = await aTracing(SQUARE)
    tracing.clear()
    expect(tracing.points.value).toEqual([])
    tracing.undo()
    expect(tracing.points.value).toEqual(SQUARE)
  })
  test('with nothing to undo stays as it is', async () => {
    const tracing = await aTracing()
    tracing.undo()
    expect([tracing.points.value, tracing.canUndo.value]).toEqual([[], false])
  })
})
