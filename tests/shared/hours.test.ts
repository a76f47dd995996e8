import { describe, expect, test } from '@jest/globals'
import { readHours, writeHours } from '../../shared/time/hours'

describe('hours of a day', () => {
  test.each<[string, [number, number][] | null]>([
    ['', []],
    ['9-17', [[540, 1020]]],
    [
      '9:00–12:30, 13.00 - 17.15',
      [
        [540, 750],
        [780, 1035],
      ],
    ],
    ['18:00 to 21:00', [[1080, 1260]]],
    [
      '6pm-9:30pm; 11am-12pm',
      [
        [1080, 1290],
        [660, 720],
      ],
    ],
    ['12am-1am', [[0, 60]]],
    ['22-24', [[1320, 1440]]],
    ['17-9', null],
    ['9', null],
    ['9-', null],
    ['9-25', null],
    ['9-12:75', null],
    ['13pm-14pm', null],
    ['nine to five', null],
  ])('“%s”', (text, spans) =>
    expect(readHours(text)).toEqual(spans && spans.map(([fromMin, toMin]) => ({ fromMin, toMin }))),
  )
  test('are read as they are written', () => {
    const hours = [
      { fromMin: 545, toMin: 750 },
      { fromMin: 780, toMin: 1440 },
    ]
    expect(writeHours(hours)).toBe('09:05–12:30, 13:00–24:00')
    expect(readHours(writeHours(hours))).toEqual(hours)
  })
})
