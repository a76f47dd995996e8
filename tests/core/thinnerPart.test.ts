import { expect, test } from '@jest/globals'
import { thinnerPart } from '../../core/resin'

test.each([
  ['the one of less viscosity', { viscosityA: 900, viscosityB: 60, densityA: 1, densityB: 2 }, 'b'],
  [
    'the lighter one where a viscosity is missing',
    { viscosityA: 900, densityA: 1, densityB: 2 },
    'a',
  ],
  ['not known without both densities', { viscosityB: 60, densityA: 1.1 }, null],
  ['not known where nothing is', {}, null],
])('%s', (_, resin, part) => {
  expect(thinnerPart(resin)).toBe(part)
})
