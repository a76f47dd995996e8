import { describe, expect, test } from '@jest/globals'
import { workshopCase } from '../../cli/lib/workshopCase'
import { learnedPct, learnedSpreadPct, odds, type OddsOptions } from '../../core/odds'
import { linksOf } from '../../core/odds/linksOf'
import { plan, type PlanAnswer, type PlanRequest } from '../../core/plan'

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
const options = (more: Partial<OddsOptions> = {}): OddsOptions => ({
  runs: 400,
  seed: 4,
  spread: NOTHING_HAPPENS,
  ...more,
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
    expect(odds(small, answer.tasks, options())).toEqual([
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
  test('what takes longer in one piece delays the next in its mould and on its rack', () => {
    const answer = planned(small)
    const [first, second] =
      answer.tasks[0]!.startMin < answer.tasks[3]!.startMin ? ['a', 'b'] : ['b', 'a']
    const named = linksOf(small, answer.tasks).map(
      ({ from, to }) => `${small.tasks[from]!.id}>${small.tasks[to]!.id}`,
    )
    expect(named).toContain(`${first}-demould>${second}-pour`)
    expect(named).toContain(`${first}-cure>${second}-cure`)
  })
  test('a job that is always made again ends later by its own length', () => {
    const answer = planned(small)
    const [calm] = odds(small, answer.tasks, options())
    const [again] = odds(small, answer.tasks, options({ againPct: { a: 100 } }))
    const own = answer.tasks.filter((task) => task.id.startsWith('a'))
    expect(again!.readyMin50 - calm!.readyMin50).toBe(
      Math.max(...own.map((task) => task.endMin)) - Math.min(...own.map((task) => task.startMin)),
    )
    expect(again!.keptPct).toBe(0)
  })
  test('a maker who is away half the time keeps fewer promises, and misses windows', () => {
    const answer = planned(small)
    const [one] = odds(
      small,
      answer.tasks,
      options({ spread: { ...NOTHING_HAPPENS, absencePct: 50 } }),
    )
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
        options({ runs: 2000, spread: { handsPct: 25, curesPct: 0, absencePct: 0 } }),
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
      odds(
        evening(maxMin),
        [at('mix', 410, 470), at('pour', 470, 480)],
        options({ runs: 1000, spread: { handsPct: 4, curesPct: 0, absencePct: 0 } }),
      )[0]!
    expect(told(30)).toMatchObject({ keptPct: 100, windowMissedPct: 0 })
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
      options({ runs: 1000, spread: { handsPct: 0, curesPct: 30, absencePct: 0 } }),
    )
    expect(one!.windowMissedPct).toBe(0)
    expect(one!.readyMin90).toBeGreaterThanOrEqual(1450)
    // What begins only after the mixing is not foreseen.
    const [blind] = odds(
      wet(60),
      [at('dries', 1430, 1490, null), at('mix', 1424, 1434, 'm'), at('pour', 1490, 1500, 'm')],
      options({ runs: 1000, spread: { handsPct: 0, curesPct: 30, absencePct: 0 } }),
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
    const [one] = odds(alone, answer.tasks, options({ runs: 4000, againPct: { a: 30 } }))
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
      odds(
        alone(attended),
        planned(alone(attended)).tasks,
        options({ runs: 4000, spread: { handsPct: 25, curesPct: 25, absencePct: 0 } }),
      )[0]!
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
    const first = odds(
      request,
      answer.tasks,
      options({ spread: wide, onProgress: (share) => told.push(share) }),
    )
    expect(odds(request, answer.tasks, options({ spread: wide }))).toEqual(first)
    expect(told).toEqual([0.25, 0.5, 0.75, 1])
    const calm = odds(request, answer.tasks, options())
    const sum = (list: typeof calm) => list.reduce((total, one) => total + (one.keptPct ?? 0), 0)
    expect(sum(first)).toBeLessThanOrEqual(sum(calm))
    for (const [i, one] of first.entries()) {
      expect(one.readyMin90).toBeGreaterThanOrEqual(one.readyMin50)
      expect(one.readyMin90).toBeGreaterThanOrEqual(calm[i]!.readyMin90)
    }
  })
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
