import { beforeEach, describe, expect, it } from '@jest/globals'
import { clockOf, settleNow } from '../../shared/time/clock'

const REAL_MS = Date.parse('2026-11-28T22:00:00Z')

describe('settleNow', () => {
  it.each([
    ['', ''],
    ['P3D', 'P3D'],
    ['-PT2H', '-PT2H'],
    ['2026-11-28T22:00:05Z', 'PT5S'],
    ['2026-11-28T23:00:00+01:00', 'PT0S'],
    ['=2027-03-06T22:00:00Z', '=2027-03-06T22:00:00Z'],
    ['2027-03-06T22:00:00', null],
    ['tomorrow', null],
    ['=P3D', null],
  ])('%j is %j', (setting, settled) => {
    expect(settleNow(setting, REAL_MS)).toBe(settled)
  })
})

describe('clockOf', () => {
  let realMs = REAL_MS
  const real = () => realMs
  beforeEach(() => {
    realMs = REAL_MS
  })

  it.each([
    ['', 0, 1000],
    ['P3D', 3 * 86_400_000, 3 * 86_400_000 + 1000],
    ['-PT2H', -7_200_000, -7_199_000],
    ['2026-11-28T22:01:00Z', 60_000, 61_000],
    ['=2026-11-28T22:01:00Z', 60_000, 60_000],
  ])('%j shows %d ms from the real time, and %d a second later', (setting, first, later) => {
    const clock = clockOf(setting, real)
    expect(clock() - REAL_MS).toBe(first)
    realMs += 1000
    expect(clock() - REAL_MS).toBe(later)
  })

  it('refuses what is no time', () => {
    expect(() => clockOf('soon', real)).toThrow('"soon" is no instant')
  })
})
