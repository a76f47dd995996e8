import { expect, test } from '@jest/globals'
import { elementAt } from '../../core/elementAt'

test('what is there is given, nothing else', () => {
  expect(elementAt(['a', 'b'], 1)).toBe('b')
  expect(elementAt(new Float64Array([0, 4]), 0)).toBe(0)
  expect(elementAt([null], 0)).toBeNull()
  for (const index of [-1, 2, 0.5, NaN])
    expect(() => elementAt(['a', 'b'], index)).toThrow(RangeError)
})
