import { describe, expect, test } from '@jest/globals'
import { decimal, decimalOrNull, groupBy, iso, isoOrNull } from '../../server/db/rows'
import { statusOf } from '../../server/utils/problem'

describe('columns as they are read', () => {
  test.each<[string | number, number]>([
    ['12.5000', 12.5],
    ['0.000001', 0.000001],
    ['-3.10', -3.1],
    [7, 7],
    ['99999.999999', 99999.999999],
  ])('DECIMAL %j is %d', (column, value) => {
    expect(decimal(column)).toBe(value)
  })
  test.each(['twelve', 'NaN', 'Infinity', '1,5'])(
    '%j in a DECIMAL column is a bug and not a number',
    (column) => {
      expect(() => decimal(column)).toThrow(column)
    },
  )
  test('absent stays absent', () => {
    expect([decimalOrNull(null), isoOrNull(null)]).toEqual([null, null])
  })
  test('instants are UTC to the millisecond', () => {
    expect(iso(new Date(Date.UTC(2026, 2, 29, 1, 30, 0, 123)))).toBe('2026-03-29T01:30:00.123Z')
  })
  test('children gather under their parent in order', () => {
    const rows = [
      { of: 1, n: 'a' },
      { of: 2, n: 'b' },
      { of: 1, n: 'c' },
    ]
    const groups = groupBy(rows, (row) => row.of)
    expect(groups.get(1)?.map((row) => row.n)).toEqual(['a', 'c'])
    expect(groups.get(3)).toBeUndefined()
  })
})

test.each([
  ['not-signed-in', 401],
  ['forbidden', 403],
  ['unknown', 404],
  ['conflict', 409],
  ['too-large', 413],
  ['not-an-image', 415],
  ['invalid-input', 422],
  ['over-brim', 422],
  ['too-many-tries', 429],
  ['busy', 503],
] as const)('%s answers with %d', (code, status) => expect(statusOf(code)).toBe(status))
