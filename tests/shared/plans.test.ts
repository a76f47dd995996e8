import { expect, test } from '@jest/globals'
import { checkAny } from '../../shared/schemas/check'
import { gatheredMixesSchema, promisesSchema } from '../../shared/schemas/plans'

test('a reason that lists many tasks is read back, however long it is', () => {
  const promise = {
    orderId: -1,
    title: 'what is asked for',
    promisedAt: '2027-03-02T09:30:00.000Z',
    readyAt: null,
    isMade: false,
    lateMin: 0,
    usesSand: false,
    usesBox: false,
    pieces: null,
    because: ['“pour face”, '.repeat(500)],
    odds: null,
  }
  expect(checkAny(promisesSchema, [promise]).ok).toBe(true)
  expect(checkAny(promisesSchema, [{ ...promise, lateMin: null }]).ok).toBe(false)
})

test('pots that are only supposed may be mixed as one', () => {
  const mix = {
    letters: ['A'],
    savesMin: 4,
    savesMl: 3,
    keep: -1,
    from: [{ id: -1, version: 1 }],
    portions: [],
  }
  expect(checkAny(gatheredMixesSchema, [mix]).ok).toBe(true)
})
