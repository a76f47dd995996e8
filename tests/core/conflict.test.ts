import { describe, expect, test } from '@jest/globals'
import { plan, type PlanLag, type PlanRequest } from '../../core/plan'
import { seededRandom } from '../../core/seededRandom'
import { conflictOf } from '../../core/plan/proof/conflict'
import { modelOf } from '../../core/plan/model/model'
import { windowsOf } from '../../core/plan/model/windows'
import { issueWords } from '../../shared/words'

/**
 * One maker from nine to five on two days; a mix, a pour and a demould, with what lies around them.
 */
function shop(lags: PlanLag[], more: Partial<PlanRequest> = {}): PlanRequest {
  const task = (id: string, durationMin: number) => ({
    id,
    job: 'j',
    durationMin,
    attended: true,
    skill: 'pour',
  })
  return {
    horizonMin: 2880,
    makers: [
      {
        id: 'ada',
        skills: ['pour'],
        shifts: [
          [540, 1020],
          [1980, 2460],
        ],
      },
    ],
    stations: [],
    places: [],
    moulds: [],
    jobs: [{ id: 'j' }],
    tasks: [task('mix', 20), task('pour', 30), task('demould', 40), task('pack', 30)],
    lags,
    ...more,
  }
}
const refusal = (request: PlanRequest) => {
  const result = plan({ ...request, limit: { iterations: 1 } }, { now: () => 0, startedAt: 0 })
  if (result.ok) throw new Error('there is a plan')
  return result
}

describe('what cannot go together', () => {
  test('is the window and the shifts on both its sides, and nothing beside', () => {
    // Eight hours of wait and a window of an hour: the pour would have to be at night.
    const result = refusal(
      shop([
        { from: 'mix', to: 'pour', minMin: 600, maxMin: 660 },
        { from: 'demould', to: 'pack', minMin: 5 },
      ]),
    )
    expect(result.code).toBe('infeasible')
    expect(result.issues[0]).toMatchObject({
      path: expect.stringMatching(/^tasks\[/),
      code: 'never-meet',
    })
    expect(
      result.issues
        .slice(1)
        .map((issue) => issueWords(issue))
        .sort(),
    ).toEqual([
      '"mix" takes 20 min of one shift of somebody who can do it',
      '"pour" begins 10 h to 11 h after "mix"',
      '"pour" takes 30 min of one shift of somebody who can do it',
    ])
  })
  test('names the end of the plan where that is what is missed', () => {
    const words = refusal(shop([{ from: 'mix', to: 'demould', minMin: 2000 }]))
      .issues.slice(1)
      .map((issue) => issueWords(issue))
    expect(words).toContain('"demould" begins at least 1 d 9 h after "mix"')
    expect(
      words.some(
        (word) => word.includes('has to end before the plan does') || word.includes('one shift'),
      ),
    ).toBe(true)
  })
  test('of two pins on one maker is told which', () => {
    const model = modelOf(shop([]), [
      { task: 'mix', startMin: 600, maker: null },
      { task: 'pour', startMin: 610, maker: null },
    ])
    expect(windowsOf(model).impossible).toBeNull()
    const result = plan(
      { ...shop([]), limit: { iterations: 1 } },
      { now: () => 0, startedAt: 0 },
      {
        pins: [
          { task: 'mix', startMin: 600, maker: null },
          { task: 'pour', startMin: 610, maker: null },
        ],
      },
    )
    expect(result).toMatchObject({
      ok: false,
      code: 'infeasible',
      issues: [
        {
          path: 'tasks[1]',
          code: 'too-much-at-once',
          params: {
            task: 'pour',
            tasks: ['mix', 'pour'],
            minute: 610,
            demand: { of: 'makers', asked: 2, there: 1 },
          },
        },
        { path: 'tasks[0]' },
      ],
    })
  })
  test('is enough: its waits alone close the windows', () => {
    const random = seededRandom(12)
    const whole = (from: number, to: number) => from + Math.floor(random() * (to - from + 1))
    let proven = 0
    for (let round = 0; round < 60; round++) {
      const ids = ['mix', 'pour', 'demould', 'pack']
      const lags = Array.from({ length: 5 }, (): PlanLag => {
        const from = whole(0, 2)
        const minMin = whole(0, 900)
        return {
          from: ids[from]!,
          to: ids[whole(from + 1, 3)]!,
          minMin,
          maxMin: random() < 0.6 ? minMin + whole(0, 200) : null,
        }
      })
      const request = shop(lags)
      const model = modelOf(request)
      const { impossible } = windowsOf(model)
      if (impossible === null) continue
      proven++
      const members = conflictOf(model, impossible)
      const waits = members.flatMap((member) => (member.kind === 'lag' ? [member.index] : []))
      expect(members.length).toBeGreaterThan(0)
      expect(
        windowsOf(modelOf({ ...request, lags: lags.filter((_, i) => waits.includes(i)) }))
          .impossible,
      ).not.toBeNull()
    }
    expect(proven).toBeGreaterThan(10)
  })
})

describe('dust beside what lies open', () => {
  const yard = (lags: PlanLag[], rooms = ['hall', 'hall']): PlanRequest =>
    shop(lags, {
      makers: [{ id: 'ada', skills: ['pour'], shifts: [[0, 2880]] }],
      stations: [{ id: 'sander', kind: 'sander', room: rooms[0]! }],
      places: [{ id: 'rack', kind: 'rack', room: rooms[1]!, areaCm2: 100 }],
      tasks: [
        { id: 'pour', job: 'j', durationMin: 30, attended: true, skill: 'pour' },
        {
          id: 'cure',
          job: 'j',
          durationMin: 600,
          attended: false,
          place: { kind: 'rack', areaCm2: 50 },
          openWet: true,
        },
        {
          id: 'sand',
          job: 'j',
          durationMin: 60,
          attended: true,
          skill: 'pour',
          station: 'sander',
          dust: true,
        },
      ],
    })
  const CURES: PlanLag = { from: 'pour', to: 'cure', maxMin: 0 }

  test('that the waits force together is proven, and told with those waits', () => {
    const { code, issues } = refusal(yard([CURES, { from: 'pour', to: 'sand', maxMin: 120 }]))
    expect(code).toBe('infeasible')
    expect(issues[0]).toEqual({
      path: 'tasks[2]',
      code: 'dust-in-open',
      params: { task: 'sand', open: 'cure' },
    })
    expect(
      issues
        .slice(1)
        .map((issue) => issueWords(issue))
        .sort(),
    ).toEqual([
      '"cure" begins at most 0 min after "pour"',
      '"sand" begins at most 2 h after "pour"',
    ])
  })
  test.each([
    ['in another room', [{ from: 'pour', to: 'sand', maxMin: 120 }], ['hall', 'yard']],
    ['before it', [{ from: 'sand', to: 'pour', maxMin: 120 }], ['hall', 'hall']],
    ['once it has closed', [{ from: 'pour', to: 'sand', maxMin: 600 }], ['hall', 'hall']],
  ] as const)('is planned %s', (_, lags, rooms) => {
    const result = plan(
      { ...yard([CURES, ...lags], [...rooms]), limit: { iterations: 20 } },
      { now: () => 0, startedAt: 0 },
    )
    expect(result.ok).toBe(true)
  })
})
