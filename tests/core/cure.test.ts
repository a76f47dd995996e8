import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { cure, rateAt, type CureResin } from '../../core/cure'
import { ORDINARY_ROOM_C, roomRange, temperatureOfStays, temperatureProfile } from '../../core/cure'

const resin: CureResin = {
  referenceC: 21,
  activationKJ: 54,
  milestones: { work: 40, gel: 200, demould: 1100 },
}
const reached = (tempC: number, startMin = 0, profile = [{ fromMin: 0, tempC }]) => {
  const result = cure({ resin, profile, startMin })
  if (!result.ok) throw new Error('refused')
  return result.value.reachedMin
}

describe('cure', () => {
  test('milestones keep their order, and warmth never delays one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 45, noNaN: true }),
        fc.double({ min: 0, max: 15, noNaN: true }),
        (tempC, warmer) => {
          const [cool, warm] = [reached(tempC), reached(tempC + warmer)]
          expect(cool.work!).toBeLessThan(cool.gel!)
          expect(cool.gel!).toBeLessThan(cool.demould!)
          expect(warm.demould!).toBeLessThanOrEqual(cool.demould! + 1e-9)
        },
      ),
      { seed: 4 },
    )
  })

  test('cutting a steady temperature into steps changes nothing', () => {
    const steps = Array.from({ length: 40 }, (_, i) => ({ fromMin: i * 37, tempC: 18 }))
    expect(reached(18, 12, steps).demould).toBeCloseTo(reached(18, 12).demould!, 9)
  })

  test('ten kelvin more roughly doubles the rate at 54 kJ/mol', () => {
    // exp(54000/8.314462618·(1/294.15 − 1/304.15)) = 2.067, by hand
    expect(rateAt(resin, 31)).toBeCloseTo(2.067, 3)
  })
})

describe('temperatureProfile', () => {
  const room = { dayC: 21, nightC: 16, dayFromMin: 420, nightFromMin: 1260 }
  test('a room turns at its own hours, counted from the clock’s start', () => {
    // the clock starts at 10:00: night comes after 11 h, day again after 21 h
    expect(temperatureProfile(room, 600, 1).slice(0, 3)).toEqual([
      { fromMin: 0, tempC: 21 },
      { fromMin: 660, tempC: 16 },
      { fromMin: 1260, tempC: 21 },
    ])
  })
  test('a box with hours is as warm as its room between them', () => {
    // the clock starts at 06:00, before the room’s day and the box’s hours
    const box = { boxC: 42, runs: { fromMin: 480, untilMin: 1320, room } }
    expect(temperatureProfile(box, 360, 0)).toEqual([
      { fromMin: 0, tempC: 16 },
      { fromMin: 60, tempC: 21 },
      { fromMin: 120, tempC: 42 },
      { fromMin: 900, tempC: 42 },
      { fromMin: 960, tempC: 16 },
    ])
    expect(temperatureProfile({ boxC: 42, runs: null }, 360, 3)).toEqual([
      { fromMin: 0, tempC: 42 },
    ])
    expect(
      temperatureProfile({ ...box, runs: { ...box.runs, untilMin: 1440 } }, 360, 0).at(-1),
    ).toEqual({ fromMin: 1080, tempC: 16 })
  })
  test('a move from the box to the rack changes the temperature at that minute', () => {
    const steps = temperatureOfStays(
      [
        { fromMin: 0, climate: { boxC: 42 }, startOfDayMin: 600 },
        { fromMin: 180, climate: room, startOfDayMin: 780 },
      ],
      1,
    )
    expect(steps.slice(0, 3)).toEqual([
      { fromMin: 0, tempC: 42 },
      { fromMin: 180, tempC: 21 },
      { fromMin: 660, tempC: 16 },
    ])
  })
})

describe('how warm rooms get', () => {
  const room = { dayC: 21, nightC: 17, dayFromMin: 420, nightFromMin: 1320 }
  test('is their warmest day and coldest night; a box is no room', () => {
    expect(roomRange([room, { ...room, dayC: 23, nightC: 19 }, { boxC: 45 }])).toEqual({
      coldC: 17,
      warmC: 23,
    })
  })
  test('is ordinary where none is described', () => {
    for (const none of [[], [{ boxC: 45 }]])
      expect(roomRange(none)).toEqual({ coldC: ORDINARY_ROOM_C, warmC: ORDINARY_ROOM_C })
  })
})
