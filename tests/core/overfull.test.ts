import { describe, expect, test } from '@jest/globals'
import { workshopCase } from '../../cli/lib/workshopCase'
import { plan, type Pin, type PlanRequest, type PlanTask } from '../../core/plan'
import { modelOf } from '../../core/plan/model/model'
import { overfull } from '../../core/plan/proof/overfull'
import { windowsOf } from '../../core/plan/model/windows'
import { issueWords } from '../../shared/words'
import { runs } from '../fixtures/runs'

const neverAsked = { now: () => 0, startedAt: 0 }
const found = (request: PlanRequest, pins: Pin[] = []) => {
  const model = modelOf(request, pins)
  return overfull(model, windowsOf(model))
}
const hour = (id: string, more: Partial<PlanTask> = {}): PlanTask => ({
  id,
  job: 'j',
  durationMin: 60,
  attended: false,
  ...more,
})
const workshop = (tasks: PlanTask[], more: Partial<PlanRequest> = {}): PlanRequest => ({
  horizonMin: 600,
  jobs: [{ id: 'j' }],
  tasks,
  lags: [],
  makers: [
    { id: 'ada', skills: ['pour'], shifts: [[0, 600]] },
    { id: 'bo', skills: ['pour', 'gild'], shifts: [[0, 600]] },
  ],
  stations: [
    { id: 'b1', kind: 'bench', room: 'a' },
    { id: 'b2', kind: 'bench', room: 'a' },
  ],
  places: [{ id: 'r1', kind: 'rack', room: 'a', areaCm2: 100 }],
  moulds: [{ id: 'dial', count: 2 }],
  ...more,
})
const pinnedAt = (starts: Record<string, number>): Pin[] =>
  Object.entries(starts).map(([task, startMin]) => ({ task, startMin, maker: null }))
/** All refused as one: the words, and which tasks are named. */
const told = (request: PlanRequest, pins: Pin[]) => {
  const result = plan({ ...request, limit: { iterations: 3 } }, neverAsked, { pins })
  return result.ok
    ? null
    : {
        code: result.code,
        message: issueWords(result.issues[0]!),
        paths: result.issues.map(({ path }) => path).sort(),
      }
}

describe('more in use at once than there is', () => {
  test.each<[string, PlanTask[], RegExp]>([
    [
      'hands of those who can',
      ['a', 'b', 'c'].map((id) => hour(id, { attended: true, skill: 'pour' })),
      /"a", "b" and "c" .* at minute 120 and ask for 3 makers; only "ada" and "bo" can do them/,
    ],
    [
      'hands of one',
      ['a', 'b'].map((id) => hour(id, { attended: true, skill: 'gild' })),
      /"a" and "b" .* ask for 2 makers; only "bo" can do them/,
    ],
    [
      'stations',
      ['a', 'b', 'c'].map((id) => hour(id, { station: 'bench' })),
      /ask for 3 stations of the kind "bench"; there are 2/,
    ],
    [
      'room',
      [
        hour('a', { place: { kind: 'rack', areaCm2: 60 } }),
        hour('b', { place: { kind: 'rack', areaCm2: 41 } }),
      ],
      /ask for 101 cm² of rack; there are 100/,
    ],
    [
      'moulds',
      [
        hour('a', { mould: { id: 'dial', count: 1 } }),
        hour('b', { mould: { id: 'dial', count: 2 } }),
      ],
      /ask for 3 of the mould "dial"; there are 2/,
    ],
  ])('of %s is proven, and said', (_, tasks, words) => {
    const result = told(workshop(tasks), pinnedAt({ a: 100, b: 110, c: 120 }))
    expect(result?.code).toBe('infeasible')
    expect(result?.message).toMatch(words)
    expect(result?.paths).toEqual(tasks.map((_, i) => `tasks[${i}]`))
    // Side by side as far as there is enough, all is well.
    expect(told(workshop(tasks), pinnedAt({ a: 100, b: 160, c: 220 }))).toBeNull()
  })
  test('a mould counts until it is given back', () => {
    const tasks = [
      hour('a', { mould: { id: 'dial', count: 2, untilTask: 'out' } }),
      hour('out'),
      hour('b', { mould: { id: 'dial', count: 1 } }),
    ]
    expect(told(workshop(tasks), pinnedAt({ a: 0, out: 300, b: 299 }))).toMatchObject({
      code: 'infeasible',
    })
    expect(told(workshop(tasks), pinnedAt({ a: 0, out: 300, b: 360 }))).toBeNull()
  })
  test('as few are named as it takes', () => {
    const tasks = [
      hour('small', { place: { kind: 'rack', areaCm2: 10 } }),
      hour('large', { place: { kind: 'rack', areaCm2: 70 } }),
      hour('other', { place: { kind: 'rack', areaCm2: 60 } }),
    ]
    expect(told(workshop(tasks), pinnedAt({ small: 100, large: 100, other: 100 }))?.paths).toEqual([
      'tasks[1]',
      'tasks[2]',
    ])
  })
  test('what can still lie elsewhere is in nobody’s way', () => {
    expect(found(workshop(['a', 'b', 'c'].map((id) => hour(id, { station: 'bench' }))))).toBeNull()
  })
  test('a plan that holds is never taken for one that cannot', () => {
    for (let seed = 1; seed <= runs(12); seed++) {
      const request = workshopCase({
        jobs: 4,
        seed,
        mouldsPerJob: 0.2,
        rackShare: 0.3,
        tackShare: 0.5,
      })
      const result = plan({ ...request, limit: { iterations: 5 } }, neverAsked)
      if (!result.ok) throw new Error(JSON.stringify(result.issues))
      expect(
        found(
          request,
          result.value.tasks.map(({ id, startMin, maker }) => ({ task: id, startMin, maker })),
        ),
      ).toBeNull()
    }
  })
})
