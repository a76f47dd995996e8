import { describe, expect, test } from '@jest/globals'
import { tightestOf } from '../../app/utils/tightestOf'
import { whatIfAsk, type WhatIfDraft, type WhatIfKind } from '../../app/utils/whatIfAsk'
import { NO_TERMS } from '../../shared/schemas/planTerms'

const draft: WhatIfDraft = {
  personId: 3,
  mouldId: 4,
  lineId: 5,
  resinId: 6,
  recipeId: 7,
  from: '2027-03-27',
  to: '2027-03-28',
  fromMin: 17 * 60,
  toMin: 20 * 60,
  pieces: 2,
  promised: '',
}
const asked = (kind: WhatIfKind, changes: Partial<WhatIfDraft> = {}, terms = NO_TERMS) =>
  whatIfAsk({ kind, draft: { ...draft, ...changes }, terms, timeZone: 'Europe/Berlin' })

describe('what is supposed', () => {
  test('whole days end with their last, also when it has 23 hours', () => {
    const days = { fromAt: '2027-03-26T23:00:00.000Z', toAt: '2027-03-28T22:00:00.000Z' }
    expect(asked('away')).toEqual({
      kind: 'keep',
      suppose: [],
      terms: { ...NO_TERMS, away: [{ personId: 3, ...days }] },
    })
    expect(asked('boxOff').terms.boxOff).toEqual([days])
  })
  test('longer hours are used by planning on, and stand beside what the plan keeps to', () => {
    const stays = {
      personId: 3,
      fromAt: '2027-03-27T16:00:00.000Z',
      toAt: '2027-03-27T19:00:00.000Z',
    }
    expect(asked('extra')).toMatchObject({ kind: 'improve', terms: { extra: [stays] } })
    const more = asked('extra', {}, { ...NO_TERMS, extra: [{ ...stays, personId: 9 }] })
    expect(more.terms.extra.map((one) => one.personId)).toEqual([9, 3])
  })
  test('a box that runs past midnight ends on the next day', () => {
    expect(asked('boxOn', { fromMin: 22 * 60, toMin: 1 * 60 }).terms.boxOn).toEqual([
      { fromAt: '2027-03-27T21:00:00.000Z', toAt: '2027-03-28T00:00:00.000Z' },
    ])
    expect(asked('boxOn').terms.boxOn[0]!.toAt).toBe('2027-03-27T19:00:00.000Z')
  })
  test('a later delivery takes the place of the one told before', () => {
    const told = { resinId: 6, at: '2027-03-01T08:00:00.000Z' }
    const other = { resinId: 8, at: '2027-03-02T08:00:00.000Z' }
    expect(
      asked('delivery', {}, { ...NO_TERMS, deliveries: [told, other] }).terms.deliveries,
    ).toEqual([other, { resinId: 6, at: '2027-03-27T16:00:00.000Z' }])
  })
  test('pieces, moulds and orders are supposed and change no terms', () => {
    expect(asked('failed').suppose).toEqual([{ kind: 'failed', lineId: 5, pieces: 2 }])
    expect(asked('mould')).toEqual({
      kind: 'improve',
      terms: NO_TERMS,
      suppose: [{ kind: 'mould', mouldId: 4, copies: 2 }],
    })
    const order = { kind: 'order', recipeId: 7, quantity: 2 }
    expect(asked('order').suppose).toEqual([{ ...order, promisedAt: null }])
    expect(asked('order', { promised: '2027-04-01' }).suppose).toEqual([
      { ...order, promisedAt: '2027-04-01T15:00:00.000Z' },
    ])
  })
  test('a day that is none is handed on as nothing, for the schema to refuse', () => {
    expect(asked('away', { from: '' }).terms.away[0]!.fromAt).toBe('')
  })
})

describe('the tightest', () => {
  const week = (plannedMin: number, shiftMin: number) => ({ plannedMin, shiftMin })
  test('hands, place and mould are named, the tightest first', () => {
    expect(
      tightestOf({
        hands: [
          { name: 'Ada', weeks: [week(60, 600), week(300, 600)] },
          { name: 'Bo', weeks: [week(60, 0)] },
        ],
        places: [
          { name: 'Rack', mostCm2: 1900, areaCm2: 2000 },
          { name: 'Box', mostCm2: 10, areaCm2: 2000 },
        ],
        moulds: [{ name: 'Dial', count: 2, days: [2, 2, 1, 0] }],
        weekWords: (i) => `week ${i}`,
      }),
    ).toEqual([
      { share: 0.95, words: 'Rack: at its fullest 1900 cm² of 2000 cm² are taken' },
      { share: 0.5, words: 'Ada, week 1: 5.0 of 10.0 hours are planned' },
      { share: 0.5, words: 'Dial: all 2 are held on 2 of 4 days' },
    ])
  })
  test('nothing is tight where nothing is planned', () => {
    expect(
      tightestOf({
        hands: [{ name: 'Ada', weeks: [week(0, 600)] }],
        places: [],
        moulds: [],
        weekWords: String,
      }),
    ).toEqual([])
  })
})
