import { describe, expect, test } from '@jest/globals'
import { shiftsBetween, type UsualHours } from '../../shared/time/shiftsBetween'

const ZONE = 'Europe/Dublin'
const at = (iso: string) => Date.parse(iso)
const iso = (shifts: [number, number][]) =>
  shifts.map((shift) => shift.map((instant) => new Date(instant).toISOString()))
const early = { weekday: 1, fromMin: 360, toMin: 600 }

test('a shift under way is cut at both ends of what is asked', () => {
  expect(
    iso(shiftsBetween({ weekly: [early] }, at('2026-01-05T07:00Z'), at('2026-01-05T09:00Z'), ZONE)),
  ).toEqual([['2026-01-05T07:00:00.000Z', '2026-01-05T09:00:00.000Z']])
})
test('the clock on the wall holds when summer begins', () => {
  // Clocks go forward in the night to Sunday 29 March 2026: six o'clock is at 05:00 UTC from then
  // on.
  const weeks = iso(
    shiftsBetween({ weekly: [early] }, at('2026-03-23T00:00Z'), at('2026-03-31T00:00Z'), ZONE),
  )
  expect(weeks).toEqual([
    ['2026-03-23T06:00:00.000Z', '2026-03-23T10:00:00.000Z'],
    ['2026-03-30T05:00:00.000Z', '2026-03-30T09:00:00.000Z'],
  ])
})
test('a shift to midnight ends with the day, and two in a day come in order', () => {
  const late = { weekday: 1, fromMin: 1200, toMin: 1440 }
  expect(
    iso(
      shiftsBetween(
        { weekly: [late, early] },
        at('2026-01-05T00:00Z'),
        at('2026-01-06T12:00Z'),
        ZONE,
      ),
    ).map(([from]) => from),
  ).toEqual(['2026-01-05T06:00:00.000Z', '2026-01-05T20:00:00.000Z'])
  expect(
    iso(
      shiftsBetween({ weekly: [late] }, at('2026-01-05T00:00Z'), at('2026-01-06T12:00Z'), ZONE),
    )[0]?.[1],
  ).toBe('2026-01-06T00:00:00.000Z')
})
test('nothing on other days', () =>
  expect(
    shiftsBetween({ weekly: [early] }, at('2026-01-06T00:00Z'), at('2026-01-11T00:00Z'), ZONE),
  ).toEqual([]))

describe('days that are otherwise', () => {
  const friday = { weekday: 5, fromMin: 540, toMin: 1020 }
  const days = (hours: Partial<UsualHours>, from: string, to: string) =>
    shiftsBetween(
      { weekly: [friday], ...hours },
      at(`${from}T00:00Z`),
      at(`${to}T00:00Z`),
      ZONE,
    ).map(([start, end]) => [new Date(start).toISOString().slice(0, 10), (end - start) / 3_600_000])
  test('every second Friday skips the weeks between, and those before the first', () => {
    const rounds = [{ ...friday, everyWeeks: 2, firstDay: '2026-01-07' }]
    expect(days({ weekly: [], rounds }, '2025-12-20', '2026-02-10')).toEqual([
      ['2026-01-09', 8],
      ['2026-01-23', 8],
      ['2026-02-06', 8],
    ])
  })
  test('an absence leaves no hours, other hours take the place of the usual ones', () => {
    const otherwise = [
      { from: '2026-01-08', until: '2026-01-10', hours: null },
      { from: '2026-01-16', until: '2026-01-17', hours: { fromMin: 600, toMin: 720 } },
    ]
    expect(days({ otherwise }, '2026-01-01', '2026-01-20')).toEqual([
      ['2026-01-02', 8],
      ['2026-01-16', 2],
      ['2026-01-17', 2],
    ])
  })
  test('closed days have nobody but who is said to be there all the same', () => {
    const closed = [{ from: '2026-01-02', until: '2026-01-09' }]
    const otherwise = [{ from: '2026-01-09', until: '2026-01-09', hours: friday }]
    expect(days({ closed }, '2026-01-01', '2026-01-17')).toEqual([['2026-01-16', 8]])
    expect(days({ closed, otherwise }, '2026-01-01', '2026-01-17')).toEqual([
      ['2026-01-09', 8],
      ['2026-01-16', 8],
    ])
  })
  test('hours that overlap are one', () => {
    const rounds = [{ ...friday, toMin: 1080, everyWeeks: 4, firstDay: '2026-01-02' }]
    expect(days({ rounds }, '2026-01-01', '2026-01-10')).toEqual([
      ['2026-01-02', 9],
      ['2026-01-09', 8],
    ])
  })
})
