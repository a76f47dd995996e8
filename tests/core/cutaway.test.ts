import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { moveBoundary, sizePiece, splitLayer } from '../../core/recipe'
import type { Layer, Recipe } from '../../core/trade'
import type { Shape } from '../../core/size'
import { layer, recipe } from '../fixtures/studio'
import { runs } from '../fixtures/runs'

const levels = (one: Recipe) => {
  const sized = sizePiece(one)
  if (!sized.ok) throw new Error(JSON.stringify(sized.issues))
  return sized.value.layers.map((each) => each.toMm)
}
/** 20 mm high: 6, 8 and the rest. */
const three = recipe({
  layers: [
    layer({ fill: { depthMm: 6 } }),
    layer({ id: 2, name: 'body', fill: { depthMm: 8 } }),
    layer({ id: 3, name: 'back', fill: { toBrim: true } }),
  ],
})
const after = (layers: Layer[] | null, of = three) => levels({ ...of, layers: layers! })

describe('moveBoundary', () => {
  test('gives to one layer what it takes from the next, and the others stay', () => {
    expect(after(moveBoundary(three, 0, 9))).toEqual([9, 14, 20])
    expect(after(moveBoundary(three, 0, 2.5))).toEqual([2.5, 14, 20])
  })
  test('under a layer stated by a level only the moved one changes', () => {
    const moved = moveBoundary(three, 1, 17)!
    expect(levels({ ...three, layers: moved })).toEqual([6, 17, 20])
    expect(moved[2]!.fill).toEqual({ toBrim: true })
  })
  test('stops before its neighbours and at the brim', () => {
    expect(after(moveBoundary(three, 0, 99))[0]).toBeCloseTo(13.9, 9)
    expect(after(moveBoundary(three, 1, -5))[1]).toBeCloseTo(6.1, 9)
    const open = recipe({ layers: [layer({ fill: { depthMm: 6 } })] })
    expect(moveBoundary(open, 0, 50)![0]!.fill).toEqual({ toBrim: true })
  })
  test('a coat has no boundary to move', () => {
    expect(
      moveBoundary(recipe({ layers: [layer({ fill: { coat: { thicknessMm: 2 } } })] }), 0, 5),
    ).toBeNull()
  })
  test('in any shape, to any level, the recipe can still be filled', () => {
    const shapes: Shape[] = [
      three.shape,
      { kind: 'frustum', bottomDiameterMm: 40, topDiameterMm: 90, heightMm: 20 },
      { kind: 'bowl', rimDiameterMm: 100, depthMm: 20 },
      { kind: 'measured', capacityMl: 120, heightMm: 20 },
    ]
    const backs: Layer['fill'][] = [
      { toBrim: true },
      { heightFraction: 0.9 },
      { volumeFraction: 0.98 },
      { depthMm: 3 },
    ]
    fc.assert(
      fc.property(
        fc.constantFrom(...shapes),
        fc.constantFrom(...backs),
        fc.integer({ min: 0, max: 2 }),
        fc.double({ min: -30, max: 60, noNaN: true }),
        (shape, back, index, levelMm) => {
          const one = {
            ...three,
            shape,
            layers: [...three.layers.slice(0, 2), { ...three.layers[2]!, fill: back }],
          }
          const rising = after(moveBoundary(one, index, levelMm), one) as number[]
          expect(rising).toEqual([...rising].sort((x, y) => x - y))
        },
      ),
      { seed: 95, numRuns: runs(200) },
    )
  })
})

describe('splitLayer', () => {
  test('keeps every surface but adds those between', () => {
    expect(after(splitLayer(three, 1, 2)!.layers)).toEqual([6, 10, 14, 20])
    expect(after(splitLayer(three, 2, 3)!.layers)).toEqual([6, 14, 16, 18, 20])
  })
  test('the last part is stated as the layer was', () => {
    expect(splitLayer(three, 2, 2)!.layers.map((one) => one.fill)).toEqual([
      { depthMm: 6 },
      { depthMm: 8 },
      { depthMm: 3 },
      { toBrim: true },
    ])
  })
  test('parts have names of their own, new keys, and the inclusions stay below', () => {
    const stone = { name: 'pebble', volumeMl: 3 }
    const parts = splitLayer(
      recipe({ layers: [layer({ fill: { depthMm: 12 }, inclusions: [stone] })] }),
      0,
      2,
    )!
    expect(parts.layers.map((one) => [one.name, one.id, one.inclusions])).toEqual([
      ['face 1 of 2', 1, [stone]],
      ['face 2 of 2', 0, []],
    ])
  })
  test('a coat and a single part are left alone', () => {
    expect(splitLayer(three, 0, 1)).toBeNull()
    expect(
      splitLayer(recipe({ layers: [layer({ fill: { coat: { thicknessMm: 2 } } })] }), 0, 2),
    ).toBeNull()
  })
})
