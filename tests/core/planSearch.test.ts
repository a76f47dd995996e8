import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { workshopCase, type CaseOptions } from '../../cli/lib/workshopCase'
import { planModel } from '../../cli/lib/planModel'
import {
  checkPlan,
  compareObjectives,
  plan,
  type PlanAnswer,
  type PlanRequest,
  type PlanTask,
} from '../../core/plan'
import { seededRandom } from '../../core/seededRandom'
import { blocksOf } from '../../core/plan/model/blocks'
import { Draft } from '../../core/plan/model/draft'
import { modelOf } from '../../core/plan/model/model'
import { blocksOfJobs } from '../../core/plan/model/jobs'
import {
  jobByCost,
  moveBlock,
  moveJob,
  passObstacle,
  passWithFollowers,
  refillJob,
  refillJobs,
  refillPair,
  refillTime,
  type Scene,
} from '../../core/plan/search/moves'
import { obstaclesOf } from '../../core/plan/search/obstacles'
import { Score } from '../../core/plan/search/score'
import { startingOrders } from '../../core/plan/search/startingOrders'
import { windowsOf } from '../../core/plan/model/windows'
import { runs } from '../fixtures/runs'

const neverAsked = {
  now: () => {
    throw new Error('with a limit in iterations nobody asks the time')
  },
  startedAt: 0,
}
const solved = (request: PlanRequest, iterations: number, seed = 1): PlanAnswer => {
  const result = plan({ ...request, limit: { iterations }, seed }, neverAsked)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  expect(checkPlan(request, result.value.tasks)).toEqual([])
  return result.value
}
const bare = (horizonMin: number): PlanRequest => ({
  horizonMin,
  makers: [],
  stations: [],
  places: [],
  moulds: [],
  jobs: [],
  tasks: [],
  lags: [],
})
const machines = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ id: `s${i}`, kind: `machine${i}`, room: 'hall' }))
const permutations = <T>(list: readonly T[]): T[][] =>
  list.length === 0
    ? [[]]
    : list.flatMap((one, i) =>
        permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [one, ...rest]),
      )

describe('where the best is known by theory', () => {
  test('one station, weighted completion: shortest for its weight first (Smith, 1956)', () => {
    const jobs = fc.array(
      fc.record({
        minutes: fc.integer({ min: 1, max: 30 }),
        weight: fc.integer({ min: 1, max: 9 }),
      }),
      { minLength: 1, maxLength: 7 },
    )
    fc.assert(
      fc.property(jobs, (list) => {
        let [clock, least] = [0, 0]
        for (const { minutes, weight } of [...list].sort(
          (x, y) => x.minutes / x.weight - y.minutes / y.weight,
        ))
          least += weight * (clock += minutes)
        const request: PlanRequest = {
          ...bare(1000),
          stations: machines(1),
          jobs: list.map(({ weight }, i) => ({ id: `j${i}`, weight })),
          tasks: list.map(({ minutes }, i) => ({
            id: `t${i}`,
            job: `j${i}`,
            durationMin: minutes,
            attended: false,
            station: 'machine0',
          })),
        }
        expect(solved(request, 400).objective.weightedCompletionMin).toBe(least)
      }),
      { seed: 2, numRuns: runs(25) },
    )
  })
  test('two stations one after the other: as short as by Johnson’s rule (1954)', () => {
    const jobs = fc.array(
      fc.tuple(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 20 })),
      { minLength: 2, maxLength: 7 },
    )
    fc.assert(
      fc.property(jobs, (list) => {
        const first = list.filter(([a, b]) => a < b).sort((x, y) => x[0] - y[0])
        const then = list.filter(([a, b]) => a >= b).sort((x, y) => y[1] - x[1])
        let [one, two] = [0, 0]
        for (const [a, b] of [...first, ...then]) {
          one += a
          two = Math.max(one, two) + b
        }
        const request: PlanRequest = {
          ...bare(1000),
          stations: machines(2),
          jobs: [{ id: 'all', dueMin: 0 }],
          tasks: list.flatMap((minutes, i) =>
            minutes.map((durationMin, m): PlanTask => ({
              id: `t${i}.${m}`,
              job: 'all',
              durationMin,
              attended: false,
              station: `machine${m}`,
            })),
          ),
          lags: list.map((_, i) => ({ from: `t${i}.0`, to: `t${i}.1` })),
        }
        expect(solved(request, 600).objective.makespanMin).toBe(two)
      }),
      { seed: 3, numRuns: runs(20) },
    )
  })
  test('one maker with shifts and due dates: as good as the best of all orders', () => {
    const jobs = fc.array(
      fc.record({
        minutes: fc.integer({ min: 5, max: 60 }),
        due: fc.integer({ min: 0, max: 900 }),
        weight: fc.integer({ min: 1, max: 5 }),
      }),
      { minLength: 2, maxLength: 5 },
    )
    const shifts: [number, number][] = [
      [0, 90],
      [300, 390],
      [600, 690],
      [900, 990],
      [1200, 1290],
      [1500, 1590],
    ]
    fc.assert(
      fc.property(jobs, (list) => {
        const results = permutations(list.map((_, i) => i)).map((order) => {
          const taken: [number, number][] = []
          let [tardiness, completion] = [0, 0]
          for (const i of order) {
            const { minutes, due, weight } = list[i]!
            const start = Array.from({ length: 1600 }, (_, m) => m).find(
              (m) =>
                shifts.some(([from, to]) => from <= m && m + minutes <= to) &&
                taken.every(([from, to]) => m + minutes <= from || m >= to),
            )!
            taken.push([start, start + minutes])
            tardiness += weight * Math.max(0, start + minutes - due)
            completion += weight * (start + minutes)
          }
          return [tardiness, completion] as const
        })
        const [tardiness, completion] = results.sort((x, y) => x[0] - y[0] || x[1] - y[1])[0]!
        const request: PlanRequest = {
          ...bare(2000),
          makers: [{ id: 'm', skills: [], shifts }],
          jobs: list.map(({ due, weight }, i) => ({ id: `j${i}`, dueMin: due, weight })),
          tasks: list.map(({ minutes }, i) => ({
            id: `t${i}`,
            job: `j${i}`,
            durationMin: minutes,
            attended: true,
          })),
        }
        const { objective } = solved(request, 600)
        expect([objective.weightedTardinessMin, objective.weightedCompletionMin]).toEqual([
          tardiness,
          completion,
        ])
      }),
      { seed: 5, numRuns: runs(15) },
    )
  })
})

describe('made-up workshops', () => {
  test.each<[string, CaseOptions]>([
    ['tight promises', { jobs: 8, seed: 3, slackDays: 0.2 }],
    ['few moulds', { jobs: 8, seed: 4, mouldsPerJob: 0.1 }],
    ['a small rack', { jobs: 8, seed: 5, rackShare: 0.15 }],
    ['pieces that lie until they are lifted', { jobs: 8, seed: 5, rackShare: 0.15, isKept: true }],
    ['tack windows', { jobs: 8, seed: 6, tackShare: 1 }],
    ['surfaces that stay open', { jobs: 8, seed: 7, gels: true }],
  ])(
    '%s: proven, never below the bounds, no worse than the classic rules, the same again',
    (_, options) => {
      const request = workshopCase(options)
      const [rules, searched] = [solved(request, 4), solved(request, 300)]
      const { objective, lowerBound } = searched
      expect(lowerBound.weightedTardinessMin).toBeLessThanOrEqual(objective.weightedTardinessMin)
      expect(lowerBound.weightedCompletionMin).toBeLessThanOrEqual(objective.weightedCompletionMin)
      expect(compareObjectives(objective, rules.objective)).toBeLessThanOrEqual(0)
      expect(JSON.stringify(solved(request, 300))).toBe(JSON.stringify(searched))
      expect(solved(request, 300, 9).why).toHaveLength(request.tasks.length)
    },
  )
  test('always have a plan, and one is found', () => {
    for (let seed = 20; seed < 20 + runs(8); seed++) {
      for (const options of [
        { jobs: 4, tackShare: 1, seed },
        { jobs: 10, rackShare: 0.1, gels: true, mouldsPerJob: 0.1, seed },
        { jobs: 10, rackShare: 0.1, mouldsPerJob: 0.1, isKept: true, seed },
      ]) {
        const request = workshopCase(options)
        expect(solved(request, 4).tasks).toHaveLength(request.tasks.length)
      }
    }
  })
  test('are the same for the same options, and as a solver’s model name every task and lag', () => {
    const request = workshopCase({ jobs: 3, seed: 2 })
    expect(workshopCase({ jobs: 3, seed: 2 })).toEqual(request)
    expect(workshopCase({ jobs: 3, seed: 3 })).not.toEqual(request)
    const model = planModel(request, null)
    request.tasks.forEach((task, i) => expect(model).toContain(`: s${i};`))
    expect(model.match(/^constraint s\d+ - s\d+ - \d+ >= /gm)).toHaveLength(request.lags.length)
    expect(model).toContain('solve minimize tardiness;')
    expect(planModel(request, 40)).toMatch(
      /constraint tardiness <= 40;\nsolve minimize completion;/,
    )
  })
})

/** A workshop with everything placed by the first rule. */
function scene(options: CaseOptions): Scene & { model: ReturnType<typeof modelOf> } {
  const model = modelOf(workshopCase(options))
  const windows = windowsOf(model)
  const blocks = blocksOf(model, windows, 'lags')
  const draft = new Draft(model, blocks, windows)
  const score = new Score(model, blocks, windows)
  for (const block of startingOrders(model, blocks, windows)[0]!) draft.place(block)
  for (const block of draft.sequence) score.add(block, draft.workshop.start)
  const blocksOfJob = blocksOfJobs(draft)
  const random = seededRandom(3)
  return {
    model,
    draft,
    order: [...draft.sequence],
    blocksOfJob,
    random,
    anyJob: () => jobByCost(score, model.jobs.length, random),
  }
}

describe('the orders to begin with', () => {
  const DAY = 1440
  const request = (
    jobs: { id: string; dueMin: number; weight: number; handsMin: number }[],
  ): PlanRequest => ({
    horizonMin: 30 * DAY,
    makers: [{ id: 'ada', skills: [], shifts: [[0, 30 * DAY]] }],
    stations: [],
    places: [],
    moulds: [],
    jobs: jobs.map(({ id, dueMin, weight }) => ({ id, dueMin, weight })),
    tasks: jobs.map(({ id, handsMin }) => ({
      id: `${id} by hand`,
      job: id,
      durationMin: handsMin,
      attended: true,
    })),
    lags: [],
  })
  const ordersOf = (asked: PlanRequest) => {
    const model = modelOf(asked)
    const windows = windowsOf(model)
    const blocks = blocksOf(model, windows, 'lags')
    const orders = startingOrders(model, blocks, windows)
    for (const order of orders)
      expect([...order].sort((x, y) => x - y)).toEqual(blocks.map((block) => block.index))
    return orders.map((order) => order.map((block) => asked.jobs[blocks[block]!.job]!.id))
  }
  test('where all are late already, what takes few hands for its weight comes first', () => {
    const late = [
      { id: 'long', dueMin: 0, weight: 2, handsMin: 400 },
      { id: 'short', dueMin: 0, weight: 2, handsMin: 100 },
      { id: 'heavy', dueMin: 0, weight: 5, handsMin: 200 },
    ]
    for (const order of ordersOf(request(late)).slice(0, 3))
      expect(order).toEqual(['heavy', 'short', 'long'])
  })
  test('what is not pressing yet lets the pressing go first, the sooner the less is looked ahead', () => {
    const [near] = ordersOf(
      request([
        { id: 'light', dueMin: 300, weight: 1, handsMin: 300 },
        { id: 'heavy', dueMin: 20 * DAY, weight: 3, handsMin: 300 },
      ]),
    )
    expect(near).toEqual(['light', 'heavy'])
  })
})

describe('moves', () => {
  const here = scene({ jobs: 8, seed: 11, tackShare: 0.5 })
  const sorted = (list: readonly number[]) => [...list].sort((x, y) => x - y)
  test('of the order keep every block, once', () => {
    for (const make of [moveJob, passObstacle, passWithFollowers, moveBlock]) {
      for (let i = 0; i < 30; i++) {
        const move = make(here)
        if (!('order' in move)) throw new Error('not an order')
        expect(sorted(move.order)).toEqual(sorted(here.order))
      }
    }
  })
  test('into gaps take out what must follow, too, and nothing twice', () => {
    for (const make of [refillJob, refillPair, refillJobs, refillTime]) {
      for (let i = 0; i < 30; i++) {
        const move = make(here)
        if (!('takeOut' in move)) throw new Error('not taken out')
        const out = new Set(move.takeOut)
        expect(out.size).toBe(move.takeOut.length)
        expect(move.takeOut.length).toBeGreaterThan(0)
        for (const block of out)
          for (const next of here.draft.blocks[block]!.before) expect(out.has(next)).toBe(true)
      }
    }
  })
  test('find obstacles that lie where the waiting task could have been', () => {
    const found = here.model.jobs.flatMap((_, job) => obstaclesOf(here.draft, job))
    expect(found.length).toBeGreaterThan(0)
    for (const { waiting, inTheWay } of found) expect(waiting).not.toBe(inTheWay)
  })
})

test('a job that waits for another’s station names it as its obstacle', () => {
  const model = modelOf({
    ...bare(1000),
    stations: machines(1),
    jobs: [{ id: 'a' }, { id: 'b' }],
    tasks: ['a', 'b'].map((job) => ({
      id: job,
      job,
      durationMin: 30,
      attended: false,
      station: 'machine0',
    })),
  })
  const windows = windowsOf(model)
  const draft = new Draft(model, blocksOf(model, windows, 'lags'), windows)
  for (const task of [0, 1]) draft.place(draft.blockOf[task]!)
  expect(obstaclesOf(draft, 0)).toEqual([])
  expect(obstaclesOf(draft, 1)).toEqual([{ waiting: draft.blockOf[1], inTheWay: draft.blockOf[0] }])
})

test('the classic rules: earliest due, then heaviest; what can start at one minute only goes first', () => {
  const model = modelOf({
    ...bare(500),
    jobs: [
      { id: 'late', dueMin: 400 },
      { id: 'light', dueMin: 200, weight: 1 },
      { id: 'heavy', dueMin: 200, weight: 5 },
      { id: 'fixed', dueMin: 450 },
    ],
    tasks: [
      ['late', 10],
      ['light', 10],
      ['heavy', 10],
      ['fixed', 500],
    ].map(([job, durationMin]) => ({
      id: String(job),
      job: String(job),
      durationMin: Number(durationMin),
      attended: false,
    })),
  })
  const windows = windowsOf(model)
  const blocks = blocksOf(model, windows, 'lags')
  const names = startingOrders(model, blocks, windows)[0]!.map(
    (block) => model.tasks[blocks[block]!.tasks[0]!]!.id,
  )
  expect(names).toEqual(['fixed', 'heavy', 'light', 'late'])
})

test('the best possible of a job counts its longest way to its end', () => {
  const request: PlanRequest = {
    ...bare(1000),
    jobs: [{ id: 'j', weight: 2, dueMin: 100 }],
    tasks: [20, 300, 10].map((durationMin, i) => ({
      id: `t${i}`,
      job: 'j',
      durationMin,
      attended: false,
    })),
    lags: [
      { from: 't0', to: 't1', minMin: 5 },
      { from: 't1', to: 't2' },
    ],
  }
  const model = modelOf(request)
  const windows = windowsOf(model)
  const score = new Score(model, blocksOf(model, windows, 'lags'), windows)
  // 20 + 5 + 300 + 10 minutes
  expect(score.sums()).toEqual({ weightedCompletionMin: 670, weightedTardinessMin: 470 })
  expect(score.total).toBe(670 + score.factor * 470)
  score.add(0, Int32Array.from([40, -1, -1]))
  score.add(1, Int32Array.from([40, -1, -1]))
  expect(score.sums().weightedCompletionMin).toBe(750)
  score.renew(0, Int32Array.from([-1, -1, -1]))
  expect(score.sums().weightedCompletionMin).toBe(670)
})
