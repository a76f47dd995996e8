import { describe, expect, test } from '@jest/globals'
import { leaveTime, type PlanQuestion } from '../../core/tasks'
import type { PlanLag, PlannedTask } from '../../core/plan'

const task = (id: string, durationMin: number) => ({
  id,
  job: 'line1',
  durationMin,
  attended: true,
})
const question = (lags: PlanLag[]): PlanQuestion => ({
  parts: new Map(),
  lost: [],
  inHands: new Map(),
  underWay: new Set(),
  meaning: new Map(
    ['face', 'back'].map((id) => [
      id,
      { lineId: 1, potId: null, kind: 'pour' as const, title: id },
    ]),
  ),
  request: {
    horizonMin: 5000,
    makers: [],
    stations: [],
    places: [],
    moulds: [],
    jobs: [{ id: 'line1' }],
    lags,
    tasks: [task('clock', 5000), task('face', 10), task('back', 10)],
  },
})
const at = (id: string, startMin: number): PlannedTask => ({
  id,
  startMin,
  endMin: startMin + 10,
  maker: null,
  station: null,
  place: null,
})
const none = { edgeLines: new Set<number>(), planned: [] }
const closes = (lags: PlanLag[], terms = none as Parameters<typeof leaveTime>[1]) =>
  leaveTime(question(lags), terms).lags.map((lag) => lag.maxMin ?? null)

describe('time to leave before a window closes', () => {
  const tack: PlanLag = { from: 'face', to: 'back', minMin: 240, maxMin: 866 }
  test('half an hour of a long window, a fifth of a short one, nothing of none', () => {
    expect(
      closes([
        tack,
        { ...tack, minMin: 0, maxMin: 44 },
        { ...tack, minMin: 8, maxMin: 8 },
        { ...tack, maxMin: null },
      ]),
    ).toEqual([836, 36, 8, null])
  })
  test('what is poured already, and lines that can only be planned so, have their windows to the end', () => {
    expect(closes([{ ...tack, from: 'clock' }])).toEqual([866])
    expect(closes([tack], { ...none, edgeLines: new Set([1]) })).toEqual([866])
  })
  test('who lies at the end of a window by the plan so far may stay, who does not keeps the distance', () => {
    expect(closes([tack], { ...none, planned: [at('face', 0), at('back', 870)] })).toEqual([866])
    expect(closes([tack], { ...none, planned: [at('face', 0), at('back', 846)] })).toEqual([836])
  })
})
