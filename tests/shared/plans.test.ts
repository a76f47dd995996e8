import { expect, test } from '@jest/globals'
import { checkAny } from '../../shared/schemas/check'
import { newOrderSchema } from '../../shared/schemas/orders'
import { gatheredMixesSchema, promisesSchema } from '../../shared/schemas/plans'
import { runEventsSchema, storedRunEventSchema } from '../../shared/schemas/runs'
import { issueWords } from '../../shared/words'

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

test('instants that are given lie between 2000 and 2100; what is kept is read back whatever it is', () => {
  const line = { recipeId: 1, quantity: 1 }
  const order = (promisedAt: string) => ({
    kind: 'commission',
    title: 'Somewhen',
    customer: 'Somebody',
    promisedAt,
    state: 'accepted',
    colours: '',
    wish: '',
    note: '',
    lines: [line],
  })
  const wrong = (promisedAt: string) => {
    const checked = checkAny(newOrderSchema, order(promisedAt))
    return checked.ok ? [] : checked.issues.map((one) => [one.path, issueWords(one)])
  }
  expect(wrong('2099-12-31T23:59:59.000Z')).toEqual([])
  for (const far of [
    '1999-12-31T23:59:59.000Z',
    '2100-01-01T00:00:00.000Z',
    '9999-12-31T00:00:00.000Z',
  ])
    expect(wrong(far)).toEqual([['promisedAt', 'must lie between 2000 and 2100']])

  const event = (at: number) => ({
    key: '00000000-0000-4000-8000-000000000000',
    kind: 'stirStarted',
    at,
  })
  const sent = (at: number) => checkAny(runEventsSchema, { events: [event(at)] }).ok
  expect([sent(0), sent(Date.UTC(2027, 0, 1)), sent(Date.UTC(2100, 0, 1))]).toEqual([
    false,
    true,
    false,
  ])
  expect(checkAny(storedRunEventSchema, event(0)).ok).toBe(true)
})
