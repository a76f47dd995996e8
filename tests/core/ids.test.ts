import { describe, expect, it } from '@jest/globals'
import { makerId, mouldId, placeId, stationId } from '../../core/tasks'

describe('ids of a plan request', () => {
  it.each([
    ['makers', makerId, 'p12'],
    ['stations', stationId, 's12'],
    ['places', placeId, 'r12'],
    ['moulds', mouldId, 'm12'],
  ])('of %s stand for the number of a row', (_, codec, id) => {
    expect(codec.of(12)).toBe(id)
    expect(codec.row(id)).toBe(12)
    expect([codec.rowOrNull(id), codec.rowOrNull(null)]).toEqual([12, null])
  })

  it('of what is only supposed have numbers below nothing', () => {
    expect(mouldId.row(mouldId.of(-3))).toBe(-3)
  })

  it.each(['m12', 'p', 'p1.5', 'pp1', '12', ''])('%j is no maker’s', (id) => {
    expect(() => makerId.row(id)).toThrow('is not an id')
  })
})
