import { expect, test } from '@jest/globals'
import { shiftsBetween } from '../../shared/time/shiftsBetween'

const ZONE = 'Europe/Dublin'
const at = (iso: string) => Date.parse(iso)
const iso = (shifts: [number, number][]) =>
  shifts.map((shift) => shift.map((instant) => new Date(instant).toISOString()))
const early = { weekday: 1, fromMin: 360, toMin: 600 }

test('a shift under way is cut at both ends of what is asked', () => {
  expect(
    iso(shiftsBetween([early], at('2026-01-05T07:00Z'), at('2026-01-05T09:00Z'), ZONE)),
  ).toEqual([['2026-01-05T07:00:00.000Z', '2026-01-05T09:00:00.000Z']])
})
test('the clock on the wall holds when summer begins', () => {
  // Clocks go forward in the night to Sunday 29 March 2026: six o'clock is at 05:00 UTC from then
  // on.
  const weeks = iso(shiftsBetween([early], at('2026-03-23T00:00Z'), at('2026-03-31T00:00Z'), ZONE))
  expect(weeks).toEqual([
    ['2026-03-23T06:00:00.000Z', '2026-03-23T10:00:00.000Z'],
    ['2026-03-30T05:00:00.000Z', '2026-03-30T09:00:00.000Z'],
  ])
})
test('a shift to midnight ends with the day, and two in a day come in order', () => {
  const late = { weekday: 1, fromMin: 1200, toMin: 1440 }
  expect(
    iso(shiftsBetween([late, early], at('2026-01-05T00:00Z'), at('2026-01-06T12:00Z'), ZONE)).map(
      ([from]) => from,
    ),
  ).toEqual(['2026-01-05T06:00:00.000Z', '2026-01-05T20:00:00.000Z'])
  expect(
    iso(shiftsBetween([late], at('2026-01-05T00:00Z'), at('2026-01-06T12:00Z'), ZONE))[0]?.[1],
  ).toBe('2026-01-06T00:00:00.000Z')
})
test('nothing on other days', () =>
  expect(shiftsBetween([early], at('2026-01-06T00:00Z'), at('2026-01-11T00:00Z'), ZONE)).toEqual(
    [],
  ))
