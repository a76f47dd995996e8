import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { blocksOf } from '../../core/plan/blocks'
import { lastInShift, nextInShift } from '../../core/plan/calendar'
import { lagCircle } from '../../core/plan/lagCircle'
import { modelOf } from '../../core/plan/model'
import { Profile } from '../../core/plan/profile'
import { windowsOf } from '../../core/plan/windows'
import { compareObjectives, objectiveOf, seededRandom, type Interval, type PlanLag, type PlanRequest, type PlanTask } from '../../core/plan'

const DAYS: Interval[] = [[100, 200], [300, 320], [500, 900]]

describe('shifts', () => {
  test.each<[number, number, number]>([
    [0, 50, 100], [120, 50, 120], [160, 50, 500], [160, 20, 160], [200, 10, 300], [890, 20, Infinity], [0, 401, Infinity],
  ])('from minute %d a task of %d minutes starts at %d', (minute, duration, start) => {
    expect(nextInShift(DAYS, minute, duration)).toBe(start)
  })
  test.each<[number, number, number]>([
    [2000, 50, 850], [700, 50, 700], [480, 20, 300], [480, 50, 150], [90, 10, -Infinity], [2000, 500, -Infinity],
  ])('up to minute %d a task of %d minutes starts at %d at the latest', (minute, duration, start) => {
    expect(lastInShift(DAYS, minute, duration)).toBe(start)
  })
  test('two shifts that touch are still two', () => {
    expect(nextInShift([[0, 100], [100, 200]], 60, 60)).toBe(100)
  })
})

describe('a profile', () => {
  test('finds the first stretch with enough room', () => {
    const profile = new Profile(10)
    profile.add(0, 100, 6)
    profile.add(120, 200, 10)
    expect(profile.earliestFit(0, 20, 4)).toBe(0)
    expect(profile.earliestFit(0, 20, 5)).toBe(100)
    expect(profile.earliestFit(0, 21, 5)).toBe(200)
    expect(profile.earliestFit(0, 5, 11)).toBe(Infinity)
  })
  test('what takes no time fits anywhere', () => {
    const profile = new Profile(1)
    profile.add(0, 100, 1)
    expect(profile.earliestFit(50, 0, 1)).toBe(50)
  })
  test('agrees with counting minute by minute, and taking back leaves it as it was', () => {
    const uses = fc.array(fc.record({ from: fc.integer({ min: 0, max: 40 }), length: fc.integer({ min: 1, max: 15 }), amount: fc.integer({ min: 1, max: 4 }) }), { maxLength: 12 })
    fc.assert(
      fc.property(uses, fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 10 }), fc.integer({ min: 1, max: 8 }), (list, minute, duration, amount) => {
        const profile = new Profile(8)
        const used = Array.from({ length: 120 }, () => 0)
        for (const use of list) {
          profile.add(use.from, use.from + use.length, use.amount)
          for (let m = use.from; m < use.from + use.length; m++) used[m] = used[m]! + use.amount
        }
        const fits = (start: number) => used.slice(start, start + duration).every((level) => level + amount <= 8)
        const start = Array.from({ length: 100 }, (_, i) => i).find((i) => i >= minute && fits(i))
        expect(profile.earliestFit(minute, duration, amount)).toBe(start)
        for (const use of list) profile.add(use.from, use.from + use.length, -use.amount)
        expect(profile.earliestFit(minute, duration, 8)).toBe(minute)
      }),
      { seed: 8, numRuns: 200 },
    )
  })
})

const requestOf = (durations: readonly number[], lags: PlanLag[], changes: Partial<PlanTask>[] = []): PlanRequest => ({
  horizonMin: 1000,
  makers: [{ id: 'm', skills: [], shifts: DAYS }],
  stations: [], places: [], moulds: [],
  jobs: [{ id: 'j' }],
  tasks: durations.map((durationMin, i) => ({ id: `t${i}`, job: 'j', durationMin, attended: false, ...changes[i] })),
  lags,
})

describe('lags', () => {
  test('a circle is found and named in order', () => {
    const model = modelOf(requestOf([5, 5, 5, 5], [{ from: 't1', to: 't2' }, { from: 't2', to: 't3', minMin: 4 }, { from: 't3', to: 't1', minMin: -2 }]))
    const circle = lagCircle(model)!
    expect([...circle].sort()).toEqual([1, 2, 3])
    expect(circle[(circle.indexOf(1) + 1) % 3]).toBe(2)
  })
  test('waits that may overlap are no circle', () => {
    expect(lagCircle(modelOf(requestOf([5, 5], [{ from: 't0', to: 't1', minMin: -20 }, { from: 't1', to: 't0', minMin: -20 }])))).toBeNull()
  })
  test('windows follow minimum and maximum lags and shifts', () => {
    // t0 (30 min, by hand) starts in a shift; t1 begins 50 to 60 minutes after its end; t2 by hand again
    const request = requestOf([30, 10, 20], [{ from: 't0', to: 't1', minMin: 50, maxMin: 60 }, { from: 't1', to: 't2' }], [{ attended: true }, {}, { attended: true }])
    const windows = windowsOf(modelOf(request))
    expect(windows).toMatchObject({ earliest: [100, 180, 300], impossible: null, settled: true })
    expect(windows.latest[2]).toBe(880)
    expect(windows.latest[1]).toBe(870)
    expect(windows.latest[0]).toBe(790)
  })
  test('a window that no shift meets is proof that nothing can be done', () => {
    const request = requestOf([30, 30], [{ from: 't0', to: 't1', minMin: 780 }], [{ attended: true }, { attended: true }])
    expect(windowsOf(modelOf(request)).impossible).not.toBeNull()
  })
})

describe('blocks', () => {
  const blocks = (request: PlanRequest) => {
    const model = modelOf(request)
    return blocksOf(model, windowsOf(model)).map((block) => [...block.tasks].sort())
  }
  test('a maximum lag ties two tasks, a minimum lag only orders them', () => {
    expect(blocks(requestOf([5, 5, 5], [{ from: 't0', to: 't1', maxMin: 5 }, { from: 't1', to: 't2' }]))).toEqual([[0, 1], [2]])
  })
  test('a block comes after those it waits for', () => {
    const model = modelOf(requestOf([5, 5], [{ from: 't1', to: 't0' }]))
    const [first, second] = blocksOf(model, windowsOf(model))
    expect([first?.tasks, second?.tasks, second?.after]).toEqual([[1], [0], [first?.index]])
  })
  test('a task with one possible start ties nothing together', () => {
    const tied = requestOf([1000, 5, 5], [{ from: 't0', to: 't1', minMin: -1000, maxMin: -500 }, { from: 't0', to: 't2', minMin: -1000, maxMin: -500 }])
    expect(blocks(tied)).toHaveLength(3)
  })
})

describe('objectives', () => {
  const request: PlanRequest = { ...requestOf([5, 5, 5], []), jobs: [{ id: 'j', dueMin: 30, weight: 2 }, { id: 'k', dueMin: 100 }, { id: 'none', weight: 9 }] }
  request.tasks[2]!.job = 'k'
  test('weights count, jobs without tasks do not', () => {
    expect(objectiveOf(request, [20, 40, 90])).toEqual({ weightedTardinessMin: 20, weightedCompletionMin: 170, makespanMin: 90 })
  })
  test('tardiness comes first', () => {
    const better = { weightedTardinessMin: 1, weightedCompletionMin: 900, makespanMin: 0 }
    expect(compareObjectives(better, { weightedTardinessMin: 2, weightedCompletionMin: 1, makespanMin: 0 })).toBeLessThan(0)
    expect(compareObjectives(better, { ...better, weightedCompletionMin: 899 })).toBeGreaterThan(0)
  })
})

test('chance from a seed repeats itself, stays inside [0, 1) and spreads', () => {
  const draw = (seed: number) => {
    const random = seededRandom(seed)
    return Array.from({ length: 2000 }, random)
  }
  expect(draw(7)).toEqual(draw(7))
  expect(draw(7)).not.toEqual(draw(8))
  const values = draw(7)
  expect(values.every((value) => value >= 0 && value < 1)).toBe(true)
  expect(values.reduce((sum, value) => sum + value, 0) / values.length).toBeCloseTo(0.5, 1)
})
