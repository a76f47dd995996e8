import { readFileSync } from 'node:fs'
import { describe, expect, test } from '@jest/globals'
import { workshopCase } from '../../cli/lib/workshopCase'
import {
  learnedPct,
  learnedSpreadPct,
  odds as oddsOf,
  type Again,
  type Chance,
  type JobOdds,
  type OddsAnswer,
  type OddsRequest,
} from '../../core/odds'
import { normalQuantile } from '../../core/normal'
import { plan, type PlanAnswer, type PlannedTask, type PlanRequest } from '../../core/plan'

const neverAsked = {
  now: () => {
    throw new Error('with a limit in iterations nobody asks the time')
  },
  startedAt: 0,
}
const planned = (request: PlanRequest, iterations = 5): PlanAnswer => {
  const result = plan({ ...request, limit: { iterations } }, neverAsked)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
const NOTHING_HAPPENS = { handsPct: 0, curesPct: 0, absencePct: 0 }
interface Options {
  runs?: number
  chance?: Chance
}
const answered = (request: OddsRequest): OddsAnswer => {
  const result = oddsOf(request)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
const odds = (
  request: PlanRequest,
  tasks: readonly PlannedTask[],
  { runs = 400, chance = {} }: Options = {},
): JobOdds[] =>
  answered({
    plan: request,
    tasks,
    chance: { curesQuantile: 0.9, staysOnMin: 30, foreseenMin: 90, ...chance },
    runs,
    seed: 4,
  }).jobs
const again = (job: string, pct: number, addsMin: number): { chance: { again: Again[] } } => ({
  chance: { again: [{ job, pct, addsMin }] },
})

/** One maker, one mould, two pieces one after the other. */
const small: PlanRequest = {
  horizonMin: 10_000,
  makers: [
    {
      id: 'm',
      skills: [],
      shifts: [
        [0, 480],
        [1440, 1920],
        [2880, 3360],
        [4320, 4800],
      ],
    },
  ],
  stations: [],
  places: [{ id: 'rack', kind: 'rack', room: 'r', areaCm2: 100 }],
  moulds: [{ id: 'd', count: 1 }],
  jobs: [{ id: 'a', dueMin: 1500 }, { id: 'b', dueMin: 2900 }, { id: 'none' }],
  tasks: ['a', 'b'].flatMap((job) => [
    {
      id: `${job}-pour`,
      job,
      durationMin: 20,
      attended: true,
      mould: { id: 'd', untilTask: `${job}-demould` },
    },
    {
      id: `${job}-cure`,
      job,
      durationMin: 1000,
      attended: false,
      place: { kind: 'rack', areaCm2: 60 },
    },
    { id: `${job}-demould`, job, durationMin: 10, attended: true },
  ]),
  lags: ['a', 'b'].flatMap((job) => [
    { from: `${job}-pour`, to: `${job}-cure`, maxMin: 5 },
    { from: `${job}-cure`, to: `${job}-demould`, maxMin: 600 },
  ]),
}

describe('odds', () => {
  test('are certain where nothing happens, and the dates are the plan’s', () => {
    const answer = planned(small)
    const ends = ['a', 'b'].map((job) =>
      Math.max(
        ...answer.tasks.filter((task) => task.id.startsWith(job)).map((task) => task.endMin),
      ),
    )
    expect(odds(small, answer.tasks)).toEqual([
      { job: 'a', keptPct: 100, readyMin50: ends[0], readyMin90: ends[0], windowMissedPct: 0 },
      {
        job: 'b',
        keptPct: ends[1]! <= 2900 ? 100 : 0,
        readyMin50: ends[1],
        readyMin90: ends[1],
        windowMissedPct: 0,
      },
    ])
  })
  test('what takes longer in one piece delays the next in its mould', () => {
    const answer = planned(small)
    const [first, second] =
      answer.tasks[0]!.startMin < answer.tasks[3]!.startMin ? ['a', 'b'] : ['b', 'a']
    const slow = odds(small, answer.tasks, { chance: { curesPct: 60, curesQuantile: 0.02 } })
    const calm = odds(small, answer.tasks)
    for (const job of [first, second])
      expect(slow.find((one) => one.job === job)!.readyMin50).toBeGreaterThan(
        calm.find((one) => one.job === job)!.readyMin50,
      )
  })
  test('a place is left when what lies in it is lifted, however late that is', () => {
    const keeps = (isKept: boolean): PlanRequest => ({
      ...small,
      makers: ['pour', 'lift'].map((skill) => ({
        ...small.makers[0]!,
        id: skill,
        skills: [skill],
      })),
      moulds: [{ id: 'd', count: 2 }],
      tasks: small.tasks.map((task) => ({
        ...task,
        ...(task.attended && { skill: task.id.endsWith('pour') ? 'pour' : 'lift' }),
        ...(task.place && {
          place: { ...task.place, untilTask: isKept ? `${task.job}-demould` : null },
        }),
      })),
    })
    const [kept, own] = [keeps(true), keeps(false)]
    const answer = planned(kept)
    expect(odds(kept, answer.tasks)).toEqual(odds(own, answer.tasks))
    const late = { chance: { absencePct: 40 } }
    const readyOf = (request: PlanRequest) =>
      Math.max(...odds(request, answer.tasks, late).map(({ readyMin90 }) => readyMin90))
    expect(readyOf(kept)).toBeGreaterThan(readyOf(own))
  })
  test('a job that is always made again is ready so much later', () => {
    const answer = planned(small)
    const [calm] = odds(small, answer.tasks)
    const [later] = odds(small, answer.tasks, again('a', 100, 2880))
    expect(later!.readyMin50 - calm!.readyMin50).toBe(2880)
    expect(later!.keptPct).toBe(0)
  })
  test('room that stands empty is taken before room that somebody else has to leave first', () => {
    const huge: PlanRequest = {
      ...small,
      makers: [],
      moulds: [],
      places: [{ id: 'rack', kind: 'rack', room: 'r', areaCm2: 100_000 }],
      jobs: [
        { id: 'a', dueMin: 1000 },
        { id: 'b', dueMin: 2000 },
      ],
      tasks: ['a', 'b'].map((job) => ({
        id: job,
        job,
        durationMin: 1000,
        attended: false,
        place: { kind: 'rack', areaCm2: 1 },
      })),
      lags: [],
    }
    const at = (id: string, startMin: number): PlannedTask => ({
      id,
      startMin,
      endMin: startMin + 1000,
      maker: null,
      station: null,
      place: 'rack',
    })
    const [, second] = odds(huge, [at('a', 0), at('b', 1000)], {
      runs: 2000,
      chance: { curesPct: 30, curesQuantile: 0.9 },
    })
    // It is as late as its own cure, whatever the first one does.
    expect(Math.abs(second!.keptPct! - 90)).toBeLessThan(2.5)
  })
  test('a maker who is away half the time keeps fewer promises, and misses windows', () => {
    const answer = planned(small)
    const [one] = odds(small, answer.tasks, { chance: { absencePct: 50 } })
    expect(one!.keptPct).toBeGreaterThan(10)
    expect(one!.keptPct).toBeLessThan(90)
    expect(one!.windowMissedPct).toBeGreaterThan(10)
    expect(one!.readyMin90).toBeGreaterThan(one!.readyMin50)
  })
  test('who mixes faster pours sooner: no window closes because of that; who pours at the last minute misses it half the time', () => {
    const pot = (maxMin: number): PlanRequest => ({
      ...small,
      makers: [
        { id: 'm', skills: [], shifts: [[0, 480]] },
        { id: 'n', skills: [], shifts: [[0, 480]] },
      ],
      jobs: [{ id: 'a' }, { id: 'other' }],
      tasks: [
        { id: 'mix', job: 'a', durationMin: 20, attended: true },
        { id: 'rest', job: 'a', durationMin: 8, attended: false },
        { id: 'pour', job: 'a', durationMin: 10, attended: true },
        { id: 'sand', job: 'other', durationMin: 40, attended: true },
      ],
      lags: [
        { from: 'mix', to: 'rest', maxMin: 0 },
        { from: 'rest', to: 'pour', maxMin },
      ],
    })
    const at = (id: string, startMin: number, endMin: number, maker: string | null) => ({
      id,
      startMin,
      endMin,
      maker,
      station: null,
      place: null,
    })
    const missed = (maxMin: number, pourAt: number, sander: string) =>
      odds(
        pot(maxMin),
        [
          at('mix', 20, 40, 'm'),
          at('rest', 40, 48, null),
          at('pour', pourAt, pourAt + 10, 'm'),
          at('sand', pourAt - 40, pourAt, sander),
        ],
        { runs: 2000, chance: { handsPct: 25 } },
      )[0]!.windowMissedPct
    expect(missed(0, 48, 'n')).toBe(0)
    // The one who pours sands until the window closes.
    expect(missed(32, 80, 'm')).toBeGreaterThan(35)
    expect(missed(32, 80, 'm')).toBeLessThan(65)
  })
  test('a mixed pot is poured though the shift has ended, but what no window closes on waits for the next', () => {
    const evening = (maxMin: number | null): PlanRequest => ({
      ...small,
      makers: [
        {
          id: 'm',
          skills: [],
          shifts: [
            [0, 480],
            [1440, 1920],
          ],
        },
      ],
      jobs: [{ id: 'a', dueMin: 600 }],
      tasks: [
        { id: 'mix', job: 'a', durationMin: 60, attended: true },
        { id: 'pour', job: 'a', durationMin: 10, attended: true },
      ],
      lags: [{ from: 'mix', to: 'pour', maxMin }],
    })
    const at = (id: string, startMin: number, endMin: number) => ({
      id,
      startMin,
      endMin,
      maker: 'm',
      station: null,
      place: null,
    })
    // Mixed until the very minute in which pouring must begin to be done within the shift.
    const told = (maxMin: number | null) =>
      odds(evening(maxMin), [at('mix', 410, 470), at('pour', 470, 480)], {
        runs: 1000,
        chance: { handsPct: 4 },
      })[0]!
    expect(told(30).windowMissedPct).toBe(0)
    expect(told(30).keptPct).toBeGreaterThan(99.5)
    expect(told(null).keptPct).toBeLessThan(65)
  })
  test('nobody mixes a pot while the paint that it is poured over is plainly still wet', () => {
    const wet = (paintMin: number): PlanRequest => ({
      ...small,
      makers: [{ id: 'm', skills: [], shifts: [[0, 5000]] }],
      jobs: [{ id: 'a' }],
      tasks: [
        { id: 'dries', job: 'a', durationMin: paintMin, attended: false },
        { id: 'mix', job: 'a', durationMin: 10, attended: true },
        { id: 'pour', job: 'a', durationMin: 10, attended: true },
      ],
      lags: [
        { from: 'dries', to: 'pour' },
        { from: 'mix', to: 'pour', minMin: 6, maxMin: 30 },
      ],
    })
    const at = (id: string, startMin: number, endMin: number, maker: string | null) => ({
      id,
      startMin,
      endMin,
      maker,
      station: null,
      place: null,
    })
    // One cure in ten ends late, here by hours.
    const [one] = odds(
      wet(1440),
      [at('dries', 0, 1440, null), at('mix', 1424, 1434, 'm'), at('pour', 1440, 1450, 'm')],
      { runs: 1000, chance: { curesPct: 30 } },
    )
    expect(one!.windowMissedPct).toBe(0)
    expect(one!.readyMin90).toBeGreaterThanOrEqual(1450)
    // What begins only after the mixing is not foreseen.
    const [blind] = odds(
      wet(25),
      [at('dries', 1430, 1455, null), at('mix', 1424, 1434, 'm'), at('pour', 1460, 1470, 'm')],
      { runs: 1000, chance: { curesPct: 60, curesQuantile: 0.05 } },
    )
    expect(blind!.windowMissedPct).toBeGreaterThan(50)
  })
  test('the chance to be made again is the chance not to be ready', () => {
    const request: PlanRequest = {
      ...small,
      jobs: [
        { id: 'a', dueMin: 9000 },
        { id: 'b', dueMin: 9000 },
      ],
    }
    const alone: PlanRequest = {
      ...request,
      jobs: [
        { id: 'a', dueMin: 1500 },
        { id: 'b', dueMin: 9000 },
      ],
    }
    const answer = planned(alone)
    const [one] = odds(alone, answer.tasks, { runs: 4000, ...again('a', 30, 4000) })
    // 30 % ± 3 standard deviations of a share out of 4000
    expect(Math.abs(one!.keptPct! - 70)).toBeLessThan(3 * 100 * Math.sqrt((0.3 * 0.7) / 4000))
  })
  test('what hands do takes as long as planned on average, and nine cures in ten are done by then', () => {
    const alone = (attended: boolean): PlanRequest => ({
      ...small,
      makers: [{ id: 'm', skills: [], shifts: [[0, 10_000]] }],
      jobs: [{ id: 'a', dueMin: 1000 }],
      tasks: [{ id: 'a1', job: 'a', durationMin: 1000, attended }],
      lags: [],
    })
    const one = (attended: boolean) =>
      odds(alone(attended), planned(alone(attended)).tasks, {
        runs: 4000,
        chance: { handsPct: 25, curesPct: 25 },
      })[0]!
    expect(one(false).keptPct).toBeGreaterThan(88)
    expect(one(false).keptPct).toBeLessThan(92)
    // the middle of a log-normal with mean 1000 and a deviation of 25 % is 1000 / √(1 + 0.25²)
    expect(one(true).readyMin50).toBeGreaterThan(955)
    expect(one(true).readyMin50).toBeLessThan(985)
  })
  test('the same seed gives the same odds, more spread never better ones, and progress is told', () => {
    const request = workshopCase({ jobs: 12, seed: 3 })
    const answer = planned(request)
    const told: number[] = []
    const wide = { handsPct: 40, curesPct: 15, absencePct: 10 }
    const first = odds(request, answer.tasks, { chance: wide })
    oddsOf({ plan: request, tasks: answer.tasks, chance: wide, runs: 400 }, (share) =>
      told.push(share),
    )
    expect(odds(request, answer.tasks, { chance: wide })).toEqual(first)
    expect(told).toEqual([0.25, 0.5, 0.75, 1])
    const calm = odds(request, answer.tasks, { chance: NOTHING_HAPPENS })
    const sum = (list: typeof calm) => list.reduce((total, one) => total + (one.keptPct ?? 0), 0)
    expect(sum(first)).toBeLessThanOrEqual(sum(calm))
    for (const [i, one] of first.entries()) {
      expect(one.readyMin90).toBeGreaterThanOrEqual(one.readyMin50)
      expect(one.readyMin90).toBeGreaterThanOrEqual(calm[i]!.readyMin90)
    }
  })
})

/** Figures that another program found for plans of its own, at 20,000 runs. */
describe('odds of others', () => {
  interface Stored extends OddsAnswer {
    jobs: (JobOdds & { between50: [number, number]; between90: [number, number] })[]
    sdMean: number
  }
  interface Case {
    plan: PlanRequest
    chance: Chance
    plans: Record<string, { tasks: PlannedTask[]; chance?: Chance; stored: Stored }>
  }
  const read = (name: string) =>
    JSON.parse(readFileSync(`tests/fixtures/odds-cases/${name}.json`, 'utf8')) as Case
  const MOST_APART_POINTS = 2.5
  const RUNS = 4000
  test.each<[string, string, number?]>([
    ['one-maker', 'rough'],
    ['eight-small-rack', 'A'],
    ['twelve-simple', 'rough'],
    ['rack-short', 'A', 20_000],
  ])('%s, %s', (name, which, runs = RUNS) => {
    const found = read(name)
    const { tasks, chance = found.chance, stored } = found.plans[which]!
    const answer = answered({ plan: found.plan, tasks, chance, runs, seed: 1 })
    expect(answer.jobs.map(({ job }) => job)).toEqual(stored.jobs.map(({ job }) => job))
    for (const [i, one] of answer.jobs.entries()) {
      const other = stored.jobs[i]!
      const apart = (x: number | null, y: number | null) => Math.abs((x ?? 0) - (y ?? 0))
      expect(apart(one.keptPct, other.keptPct)).toBeLessThanOrEqual(MOST_APART_POINTS)
      expect(apart(one.windowMissedPct, other.windowMissedPct)).toBeLessThanOrEqual(
        MOST_APART_POINTS,
      )
      for (const [ready, [from, to]] of [
        [one.readyMin50, other.between50],
        [one.readyMin90, other.between90],
      ] as const) {
        expect(ready).toBeGreaterThanOrEqual(from - 1e-6)
        expect(ready).toBeLessThanOrEqual(to + 1e-6)
      }
    }
    const { expectedWeightedTardinessMin: late } = answer
    expect(Math.abs(late - stored.expectedWeightedTardinessMin)).toBeLessThanOrEqual(
      Math.max(0.05 * stored.expectedWeightedTardinessMin, 5 * stored.sdMean),
    )
  })
})

describe('odds refuse', () => {
  const answer = planned(small)
  const refused = (more: Partial<OddsRequest>) => {
    const result = oddsOf({ plan: small, tasks: answer.tasks, ...more })
    return result.ok ? [] : result.issues.map(({ path, code }) => `${path} ${code}`)
  }
  const [first, ...others] = answer.tasks
  test('a plan that lacks a task, has one that is unknown, or one twice', () => {
    expect(refused({ tasks: others })).toEqual(['tasks plan-lacks'])
    expect(refused({ tasks: [...answer.tasks, { ...first!, id: 'x' }] })).toEqual([
      'tasks[6].id name-unknown',
    ])
    expect(refused({ tasks: [...answer.tasks, first!] })).toEqual(['tasks[6].id name-twice'])
  })
  test('a plan that breaks a constraint, at one of the tasks', () => {
    expect(refused({ tasks: [{ ...first!, endMin: first!.endMin + 1 }, ...others] })).toContain(
      'tasks[0] plan-breaks',
    )
  })
  test('chances of what is not there', () => {
    const chance: Chance = { certain: ['x'], again: [{ job: 'y', pct: 1 }] }
    expect(refused({ chance })).toEqual([
      'chance.certain[0] name-unknown',
      'chance.again[0].job name-unknown',
    ])
  })
})

test('the quantiles of a normal distribution', () => {
  for (const [share, deviations] of [
    [0.5, 0],
    [0.9, 1.2815515655446004],
    [0.01, -2.3263478740408408],
    [0.999, 3.090232306167813],
  ] as const)
    expect(normalQuantile(share)).toBeCloseTo(deviations, 7)
})

describe('what is learned', () => {
  test('is the starting value where nothing was seen, and what was seen where much was', () => {
    expect(learnedPct(93, 0, 0)).toBeCloseTo(93, 10)
    expect(learnedPct(93, 0, 20)).toBeCloseTo(46.5, 10)
    expect(learnedPct(93, 8000, 10_000)).toBeCloseTo(80, 0)
    expect(learnedSpreadPct(25, [])).toBeCloseTo(25, 10)
    expect(learnedSpreadPct(25, [1.7])).toBeCloseTo(25, 10)
  })
  test('a spread comes from how unlike the ratios are, not from how long all take', () => {
    const even = Array.from({ length: 400 }, () => 1.3)
    expect(learnedSpreadPct(25, even)).toBeLessThan(6)
    const uneven = Array.from({ length: 4000 }, (_, i) =>
      i % 2 === 0 ? Math.exp(0.3) : Math.exp(-0.3),
    )
    // The logarithms lie 0.3 to either side: a variance of 0.09.
    expect(learnedSpreadPct(25, uneven)).toBeCloseTo(100 * Math.sqrt(Math.exp(0.09) - 1), 0)
    expect(
      learnedSpreadPct(
        25,
        uneven.map((ratio) => 2 * ratio),
      ),
    ).toBeCloseTo(learnedSpreadPct(25, uneven), 8)
  })
})
