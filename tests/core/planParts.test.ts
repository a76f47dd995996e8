import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { blocksOf } from '../../core/plan/model/blocks'
import { lastInShift, nextInShift } from '../../core/plan/model/calendar'
import { lagCircle } from '../../core/plan/proof/lagCircle'
import { modelOf } from '../../core/plan/model/model'
import { Draft } from '../../core/plan/model/draft'
import { firstDifference, lastDifference, mergedByStart } from '../../core/plan/search/orders'
import { movedTo } from '../../core/plan/search/movedTo'
import { Score } from '../../core/plan/search/score'
import { Hands, Shared, Single } from '../../core/plan/model/timeline'
import { windowsOf } from '../../core/plan/model/windows'
import {
  compareObjectives,
  objectiveOf,
  type Interval,
  type PlanLag,
  type PlanRequest,
  type PlanTask,
} from '../../core/plan'
import { seededRandom } from '../../core/seededRandom'
import { runs } from '../fixtures/runs'

const DAYS: Interval[] = [
  [100, 200],
  [300, 320],
  [500, 900],
]

describe('shifts', () => {
  test.each<[number, number, number]>([
    [0, 50, 100],
    [120, 50, 120],
    [160, 50, 500],
    [160, 20, 160],
    [200, 10, 300],
    [890, 20, Infinity],
    [0, 401, Infinity],
  ])('from minute %d a task of %d minutes starts at %d', (minute, duration, start) => {
    expect(nextInShift(DAYS, minute, duration)).toBe(start)
  })
  test.each<[number, number, number]>([
    [2000, 50, 850],
    [700, 50, 700],
    [480, 20, 300],
    [480, 50, 150],
    [90, 10, -Infinity],
    [2000, 500, -Infinity],
  ])(
    'up to minute %d a task of %d minutes starts at %d at the latest',
    (minute, duration, start) => {
      expect(lastInShift(DAYS, minute, duration)).toBe(start)
    },
  )
  test('two shifts that touch are still two', () => {
    expect(
      nextInShift(
        [
          [0, 100],
          [100, 200],
        ],
        60,
        60,
      ),
    ).toBe(100)
  })
})

describe('what many share', () => {
  test('has the first stretch with enough room', () => {
    const rack = new Shared(10)
    rack.take(0, 100, 6)
    rack.take(120, 200, 10)
    expect(rack.earliestFit(0, 20, 4, Infinity)).toBe(0)
    expect(rack.earliestFit(0, 20, 5, Infinity)).toBe(100)
    expect(rack.earliestFit(0, 21, 5, Infinity)).toBe(200)
    expect(rack.earliestFit(0, 5, 11, Infinity)).toBe(Infinity)
  })
  test('what takes no time fits anywhere', () => {
    const rack = new Shared(1)
    rack.take(0, 100, 1)
    expect(rack.earliestFit(50, 0, 1, Infinity)).toBe(50)
  })
  test('agrees with counting minute by minute, and giving back leaves it as it was', () => {
    const uses = fc.array(
      fc.record({
        from: fc.integer({ min: 0, max: 40 }),
        length: fc.integer({ min: 1, max: 15 }),
        amount: fc.integer({ min: 1, max: 4 }),
      }),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(
        uses,
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 1, max: 10 }),
        fc.integer({ min: 1, max: 8 }),
        (list, minute, duration, amount) => {
          const rack = new Shared(8)
          const used = Array.from({ length: 120 }, () => 0)
          for (const use of list) {
            rack.take(use.from, use.from + use.length, use.amount)
            for (let m = use.from; m < use.from + use.length; m++) used[m] = used[m]! + use.amount
          }
          const fits = (start: number) =>
            used.slice(start, start + duration).every((level) => level + amount <= 8)
          const start = Array.from({ length: 100 }, (_, i) => i).find((i) => i >= minute && fits(i))
          expect(rack.earliestFit(minute, duration, amount, Infinity)).toBe(start)
          expect(rack.isOver(0, 120)).toBe(used.some((level) => level > 8))
          const copy = new Shared(8)
          copy.copyFrom(rack)
          for (const use of list) rack.take(use.from, use.from + use.length, -use.amount)
          expect(rack.earliestFit(minute, duration, 8, Infinity)).toBe(minute)
          expect(copy.earliestFit(minute, duration, amount, Infinity)).toBe(start)
        },
      ),
      { seed: 8, numRuns: runs(200) },
    )
  })
})

describe('hands and stations', () => {
  const jobs = fc.array(
    fc.record({
      minute: fc.integer({ min: 0, max: 900 }),
      duration: fc.integer({ min: 0, max: 90 }),
    }),
    { maxLength: 14 },
  )
  test('take each task at the first minute at which nothing else is on, and that lies in a shift', () => {
    fc.assert(
      fc.property(jobs, (list) => {
        const [hands, station] = [
          new Hands({
            opens: Float64Array.from(DAYS, ([from]) => from),
            closes: Float64Array.from(DAYS, ([, to]) => to),
          }),
          new Single(),
        ]
        const isBusy = { hands: new Set<number>(), station: new Set<number>() }
        const free = (busy: Set<number>, start: number, duration: number) =>
          !Array.from({ length: duration }, (_, i) => start + i).some((m) => busy.has(m))
        for (const { minute, duration } of list) {
          const minutes = Array.from({ length: 2500 }, (_, i) => minute + i)
          const byHand =
            minutes.find(
              (start) =>
                DAYS.some(([from, to]) => from <= start && start + duration <= to) &&
                free(isBusy.hands, start, duration),
            ) ?? Infinity
          expect(hands.earliestFit(minute, duration, Infinity)).toBe(byHand)
          const there = minutes.find((start) => free(isBusy.station, start, duration))!
          expect(station.earliestFit(minute, duration, Infinity)).toBe(there)
          station.take(there, there + duration)
          for (let m = 0; m < duration; m++) isBusy.station.add(there + m)
          if (byHand === Infinity) continue
          hands.take(byHand, byHand + duration)
          for (let m = 0; m < duration; m++) isBusy.hands.add(byHand + m)
        }
      }),
      { seed: 12, numRuns: runs(120) },
    )
  })
  test('what is given back is free again', () => {
    const station = new Single()
    station.take(10, 30)
    station.take(40, 50)
    station.giveBack(10, 30)
    expect(station.earliestFit(0, 40, Infinity)).toBe(0)
    expect(station.earliestFit(0, 41, Infinity)).toBe(50)
  })
})

const requestOf = (
  durations: readonly number[],
  lags: PlanLag[],
  changes: Partial<PlanTask>[] = [],
): PlanRequest => ({
  horizonMin: 1000,
  makers: [{ id: 'm', skills: [], shifts: DAYS }],
  stations: [],
  places: [],
  moulds: [],
  jobs: [{ id: 'j' }],
  tasks: durations.map((durationMin, i) => ({
    id: `t${i}`,
    job: 'j',
    durationMin,
    attended: false,
    ...changes[i],
  })),
  lags,
})

describe('lags', () => {
  test('a circle is found and named in order', () => {
    const model = modelOf(
      requestOf(
        [5, 5, 5, 5],
        [
          { from: 't1', to: 't2' },
          { from: 't2', to: 't3', minMin: 4 },
          { from: 't3', to: 't1', minMin: -2 },
        ],
      ),
    )
    const circle = lagCircle(model)!
    expect([...circle].sort()).toEqual([1, 2, 3])
    expect(circle[(circle.indexOf(1) + 1) % 3]).toBe(2)
  })
  test('waits that may overlap are no circle', () => {
    expect(
      lagCircle(
        modelOf(
          requestOf(
            [5, 5],
            [
              { from: 't0', to: 't1', minMin: -20 },
              { from: 't1', to: 't0', minMin: -20 },
            ],
          ),
        ),
      ),
    ).toBeNull()
  })
  test('windows follow minimum and maximum lags and shifts', () => {
    // t0 (30 min, by hand) starts in a shift; t1 begins 50 to 60 minutes after its end; t2 by hand
    // again
    const request = requestOf(
      [30, 10, 20],
      [
        { from: 't0', to: 't1', minMin: 50, maxMin: 60 },
        { from: 't1', to: 't2' },
      ],
      [{ attended: true }, {}, { attended: true }],
    )
    const windows = windowsOf(modelOf(request))
    expect(windows).toMatchObject({ earliest: [100, 180, 300], impossible: null, settled: true })
    expect(windows.latest[2]).toBe(880)
    expect(windows.latest[1]).toBe(870)
    expect(windows.latest[0]).toBe(790)
  })
  test('a window that no shift meets is proof that nothing can be done', () => {
    const request = requestOf(
      [30, 30],
      [{ from: 't0', to: 't1', minMin: 780 }],
      [{ attended: true }, { attended: true }],
    )
    expect(windowsOf(modelOf(request)).impossible).not.toBeNull()
  })
})

describe('blocks', () => {
  const blocks = (request: PlanRequest, ties: 'lags' | 'holds' = 'lags') => {
    const model = modelOf(request)
    return blocksOf(model, windowsOf(model), ties).map((block) => [...block.tasks].sort())
  }
  test('a maximum lag ties two tasks, a minimum lag only orders them', () => {
    expect(
      blocks(
        requestOf(
          [5, 5, 5],
          [
            { from: 't0', to: 't1', maxMin: 5 },
            { from: 't1', to: 't2' },
          ],
        ),
      ),
    ).toEqual([[0, 1], [2]])
  })
  test('a held mould ties the tasks between which it is held, for those that ask for it', () => {
    const held = {
      ...requestOf(
        [5, 5, 5],
        [
          { from: 't0', to: 't1' },
          { from: 't1', to: 't2' },
        ],
        [{ mould: { id: 'd', untilTask: 't2' } }],
      ),
      moulds: [{ id: 'd', count: 1 }],
    }
    expect(blocks(held)).toHaveLength(3)
    expect(blocks(held, 'holds')).toEqual([[0, 1, 2]])
  })
  test('a block comes after those it waits for', () => {
    const model = modelOf(requestOf([5, 5], [{ from: 't1', to: 't0' }]))
    const [first, second] = blocksOf(model, windowsOf(model), 'lags')
    expect([first?.tasks, second?.tasks, second?.after, first?.before]).toEqual([
      [1],
      [0],
      [first?.index],
      [second?.index],
    ])
  })
  test('a task with one possible start ties nothing together', () => {
    const tied = requestOf(
      [1000, 5, 5],
      [
        { from: 't0', to: 't1', minMin: -1000, maxMin: -500 },
        { from: 't0', to: 't2', minMin: -1000, maxMin: -500 },
      ],
    )
    expect(blocks(tied)).toHaveLength(3)
  })
})

describe('a draft', () => {
  const twoPours = (count: number): PlanRequest => ({
    ...requestOf(
      [20, 600, 10, 20, 600, 10],
      [
        { from: 't0', to: 't1', maxMin: 0 },
        { from: 't1', to: 't2' },
        { from: 't3', to: 't4', maxMin: 0 },
        { from: 't4', to: 't5' },
      ],
      [
        { attended: true, mould: { id: 'd', untilTask: 't2' } },
        {},
        { attended: true },
        { attended: true, mould: { id: 'd', untilTask: 't5' } },
        {},
        { attended: true },
      ],
    ),
    horizonMin: 4000,
    makers: [
      {
        id: 'm',
        skills: [],
        shifts: [
          [0, 400],
          [700, 1100],
          [1400, 1800],
          [2100, 2500],
        ],
      },
    ],
    moulds: [{ id: 'd', count }],
  })
  const draftOf = (request: PlanRequest) => {
    const model = modelOf(request)
    const windows = windowsOf(model)
    return new Draft(model, blocksOf(model, windows, 'lags'), windows)
  }
  test('puts a second pour beside the first where there are two moulds, and after its demould where there is one', () => {
    for (const [count, second] of [
      [2, 20],
      [1, 710],
    ] as const) {
      const draft = draftOf(twoPours(count))
      for (const task of [0, 2, 3, 5]) expect(draft.place(draft.blockOf[task]!)).toBe(-1)
      expect([draft.workshop.start[0], draft.workshop.start[2], draft.workshop.start[3]]).toEqual([
        0,
        700,
        second,
      ])
    }
  })
  test('places a demould that comes too late for the next pour anew, together with its own pour', () => {
    // both pours before either demould: the mould that seemed free for the second is not
    const draft = draftOf(twoPours(1))
    for (const task of [3, 0, 2, 5]) expect(draft.place(draft.blockOf[task]!)).toBe(-1)
    const { start } = draft.workshop
    const [first, second] = [0, 3].sort((x, y) => start[x]! - start[y]!) as [number, number]
    expect(start[second]).toBeGreaterThanOrEqual(start[first + 2]! + 10)
  })
  test('is after a checkpoint what it was before', () => {
    const draft = draftOf(twoPours(2))
    draft.place(draft.blockOf[0]!)
    const checkpoint = draft.newCheckpoint()
    draft.save(checkpoint)
    const sequence = [...draft.sequence]
    draft.place(draft.blockOf[5]!)
    draft.load(checkpoint, sequence)
    expect([...draft.workshop.start]).toEqual([0, 20, -1, -1, -1, -1])
    expect(draft.sequence).toEqual(sequence)
  })
  test('scores at least what is still to come, and exactly what it costs at the end', () => {
    const request: PlanRequest = { ...twoPours(1), jobs: [{ id: 'j', weight: 2, dueMin: 500 }] }
    const draft = draftOf(request)
    const score = new Score(draft.model, draft.blocks, draft.windows)
    const least = score.total
    for (const task of [0, 2, 3, 5]) draft.place(draft.blockOf[task]!)
    for (const block of draft.sequence) score.add(block, draft.workshop.start)
    const ends = [...draft.workshop.start].map((start, i) => start + request.tasks[i]!.durationMin)
    const { weightedTardinessMin, weightedCompletionMin } = objectiveOf(request, ends)
    expect(score.sums()).toEqual({ weightedTardinessMin, weightedCompletionMin })
    expect(score.total).toBe(weightedCompletionMin + score.factor * weightedTardinessMin)
    expect(least).toBeLessThan(score.total)
  })
})

describe('moved in an order', () => {
  test.each<[number[], number, 'before' | 'after' | 'anywhere', number[]]>([
    [[4], 1, 'before', [0, 4, 1, 2, 3, 5]],
    [[1], 4, 'after', [0, 2, 3, 4, 1, 5]],
    [[0, 3, 5], 2, 'before', [0, 1, 3, 5, 2, 4]],
    [[0, 5], 3, 'anywhere', [1, 2, 0, 5, 3, 4]],
    [[2], 2, 'before', [0, 1, 2, 3, 4, 5]],
  ])('%j to %d, %s', (blocks, target, side, expected) => {
    expect(movedTo([0, 1, 2, 3, 4, 5], blocks, target, side)).toEqual(expected)
  })
})

describe('objectives', () => {
  const request: PlanRequest = {
    ...requestOf([5, 5, 5], []),
    jobs: [
      { id: 'j', dueMin: 30, weight: 2 },
      { id: 'k', dueMin: 100 },
      { id: 'none', weight: 9 },
    ],
  }
  request.tasks[2]!.job = 'k'
  test('weights count, jobs without tasks do not', () => {
    expect(objectiveOf(request, [20, 40, 90])).toEqual({
      weightedTardinessMin: 20,
      weightedCompletionMin: 170,
      makespanMin: 90,
    })
  })
  test('tardiness comes first', () => {
    const better = { weightedTardinessMin: 1, weightedCompletionMin: 900 }
    expect(
      compareObjectives(better, { weightedTardinessMin: 2, weightedCompletionMin: 1 }),
    ).toBeLessThan(0)
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

describe('orders of blocks', () => {
  test('differ from the first to the last position that is not the same', () => {
    expect([
      firstDifference([1, 2, 3, 4], [1, 3, 2, 4]),
      lastDifference([1, 2, 3, 4], [1, 3, 2, 4]),
    ]).toEqual([1, 2])
    expect([firstDifference([1, 2], [1, 2]), lastDifference([1, 2], [1, 2])]).toEqual([2, -1])
    expect(lastDifference([], [1, 2])).toBe(-1)
  })
  test('take moved blocks in after what begins no later, looked for from the end', () => {
    const startOf = (block: number) => [10, 20, 30, 20, 0, 40][block]!
    expect(mergedByStart([0, 1, 2, 3, 4, 5], [3], startOf)).toEqual([0, 1, 2, 4, 3, 5])
    expect(mergedByStart([0, 1, 2, 5], [1, 5], startOf)).toEqual([0, 1, 2, 5])
    expect(mergedByStart([2, 0, 1], [2], startOf)).toEqual([0, 1, 2])
    expect(mergedByStart([4, 0, 1, 3], [1, 3], startOf)).toEqual([4, 0, 1, 3])
  })
})
