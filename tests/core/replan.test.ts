import { readFileSync } from 'node:fs'
import { describe, expect, test } from '@jest/globals'
import { workshopCase } from '../../cli/lib/workshopCase'
import {
  checkPlan,
  plan,
  planWork,
  replan,
  roomFor,
  whyNot,
  type PlanAnswer,
  type PlannedTask,
  type PlanRequest,
  type PlanWork,
} from '../../core/plan'
import type { Result } from '../../core/result'

const TRIES = 60
const clock = { now: () => 0, startedAt: 0 }

function planned(request: PlanRequest): PlanAnswer {
  return must(plan({ ...request, limit: { iterations: 80 } }, clock))
}
function must(result: Result<PlanAnswer>): PlanAnswer {
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
const at = (answer: { tasks: readonly PlannedTask[] }, id: string) =>
  answer.tasks.find((task) => task.id === id)!
const movedBetween = (before: PlanAnswer, after: PlanAnswer) =>
  after.tasks.filter(
    (task, i) =>
      task.startMin !== before.tasks[i]!.startMin || task.maker !== before.tasks[i]!.maker,
  )

/** One maker, hours from 9 to 17 on ten days, and jobs of one hour each. */
function oneBench(jobs: number): PlanRequest {
  const shifts = Array.from({ length: 10 }, (_, day): [number, number] => [
    day * 1440 + 540,
    day * 1440 + 1020,
  ])
  const ids = Array.from({ length: jobs }, (_, i) => `j${i}`)
  return {
    horizonMin: 14_400,
    makers: [
      { id: 'ada', skills: ['pour'], shifts },
      { id: 'bo', skills: [], shifts: [] },
    ],
    stations: [],
    places: [],
    moulds: [],
    jobs: ids.map((id) => ({ id })),
    tasks: ids.map((id) => ({
      id: `${id}.pour`,
      job: id,
      durationMin: 60,
      attended: true,
      skill: 'pour',
    })),
    lags: [],
  }
}

describe('planning anew', () => {
  const request = workshopCase({ jobs: 16, seed: 8 })
  const before = planned(request)
  const keep = before.tasks

  test('moves nothing when nothing has changed, and says the same of every task', () => {
    const again = must(replan(request, { keep, pins: [], tries: TRIES }))
    expect(again.tasks).toEqual(before.tasks)
    expect(again.why).toEqual(before.why)
    expect(again.objective).toEqual(before.objective)
  })

  test('gives the same answer to the same question', () => {
    const ill = withoutFirstMaker(request, 1440)
    expect(replan(ill, { keep, pins: [], tries: TRIES })).toEqual(
      replan(ill, { keep, pins: [], tries: TRIES }),
    )
  })

  test.each([3, 8, 21, 34])(
    'keeps the rules when a maker is ill, and most of the plan (workshop %i)',
    (seed) => {
      const made = workshopCase({ jobs: 24, seed, slackDays: 6 })
      const earlier = planned(made)
      const ill = withoutFirstMaker(made, 1440)
      const after = must(replan(ill, { keep: earlier.tasks, pins: [], tries: TRIES }))
      expect(checkPlan(ill, after.tasks)).toEqual([])
      expect(checkPlan(ill, earlier.tasks).length).toBeGreaterThan(0)
      const afresh = planned(ill)
      expect(movedBetween(earlier, after).length).toBeLessThan(movedBetween(earlier, afresh).length)
    },
  )

  test('moves only what follows from a pin', () => {
    const bench = oneBench(6)
    const first = planned(bench)
    const early = first.tasks.find((task) => task.startMin === 540)!
    const after = must(
      replan(bench, {
        keep: first.tasks,
        pins: [{ task: early.id, startMin: 540 + 6 * 60, maker: null }],
        tries: TRIES,
      }),
    )
    expect(at(after, early.id).startMin).toBe(900)
    expect(movedBetween(first, after).map((task) => task.id)).toEqual([early.id])
    // Pinned onto another, that one makes way and nobody else.
    const second = first.tasks.find((task) => task.startMin === 600)!
    const pushed = must(
      replan(bench, {
        keep: first.tasks,
        pins: [{ task: early.id, startMin: 600, maker: null }],
        tries: TRIES,
      }),
    )
    expect(
      movedBetween(first, pushed)
        .map((task) => task.id)
        .sort(),
    ).toEqual([early.id, second.id].sort())
    expect(checkPlan(bench, pushed.tasks)).toEqual([])
  })

  test('lets followers move along with what they follow', () => {
    const bench: PlanRequest = {
      ...oneBench(2),
      lags: [{ from: 'j0.pour', to: 'j1.pour', minMin: 30, maxMin: 120 }],
    }
    const first = planned(bench)
    const after = must(
      replan(bench, {
        keep: first.tasks,
        pins: [{ task: 'j0.pour', startMin: 1440 + 540, maker: null }],
        tries: TRIES,
      }),
    )
    expect(checkPlan(bench, after.tasks)).toEqual([])
    expect(at(after, 'j1.pour').startMin).toBeGreaterThanOrEqual(1440 + 630)
  })

  test('takes what is new into the gaps and passes over what is gone', () => {
    const bench = oneBench(5)
    const first = planned(oneBench(4))
    const after = must(
      replan(bench, {
        keep: [...first.tasks, { ...first.tasks[0]!, id: 'gone' }],
        pins: [],
        tries: TRIES,
      }),
    )
    expect(first.tasks.every((task) => at(after, task.id).startMin === task.startMin)).toBe(true)
    expect(checkPlan(bench, after.tasks)).toEqual([])
  })

  test('gains by a second mould only when asked to improve', () => {
    const scarce = workshopCase({ jobs: 16, seed: 8, mouldsPerJob: 0.1 })
    const earlier = planned(scarce)
    const more = {
      ...scarce,
      moulds: scarce.moulds.map((mould) => ({ ...mould, count: mould.count + 1 })),
    }
    expect(must(replan(more, { keep: earlier.tasks, pins: [], tries: TRIES })).tasks).toEqual(
      earlier.tasks,
    )
    const better = must(replan(more, { keep: earlier.tasks, pins: [], tries: 200, improves: true }))
    expect(checkPlan(more, better.tasks)).toEqual([])
    expect(better.objective.weightedCompletionMin).toBeLessThan(
      earlier.objective.weightedCompletionMin,
    )
  })

  test('never loosens a pin: what stands against it is refused', () => {
    const bench = oneBench(3)
    const first = planned(bench)
    const night = replan(bench, {
      keep: first.tasks,
      pins: [{ task: 'j0.pour', startMin: 60, maker: null }],
      tries: TRIES,
    })
    expect(night).toMatchObject({ ok: false, code: 'infeasible' })
    const twice = replan(bench, {
      keep: first.tasks,
      pins: [
        { task: 'j0.pour', startMin: 540, maker: null },
        { task: 'j1.pour', startMin: 570, maker: null },
      ],
      tries: TRIES,
    })
    expect(twice).toMatchObject({ ok: false, code: 'infeasible' })
  })

  test.each([1, 2, 5, 6])(
    'asked to improve a poor plan it comes as near to no lateness as planning from nothing: workshop %d',
    (seed) => {
      const tight = workshopCase({ jobs: 12, seed, mouldsPerJob: 0.3, slackDays: 2 })
      const [poor, good] = [1, 400].map((iterations) =>
        must(plan({ ...tight, limit: { iterations } }, clock)),
      )
      const improved = must(
        replan(tight, { keep: poor!.tasks, pins: [], tries: 400, improves: true }),
      )
      expect(checkPlan(tight, improved.tasks)).toEqual([])
      expect(improved.objective.weightedTardinessMin).toBeLessThan(
        poor!.objective.weightedTardinessMin,
      )
      expect(improved.objective.weightedTardinessMin).toBeLessThanOrEqual(
        1.01 * good!.objective.weightedTardinessMin,
      )
      // What is as good as it was is not touched again.
      const again = must(
        replan(tight, { keep: improved.tasks, pins: [], tries: 0, improves: true }),
      )
      expect(again.tasks).toEqual(improved.tasks)
    },
  )
  test('tells how far it is and stops when asked, with a whole plan', () => {
    const told: number[] = []
    const ill = withoutFirstMaker(request, 2880)
    const after = must(
      replan(ill, {
        keep,
        pins: [],
        tries: 1000,
        improves: true,
        onProgress: (done) => told.push(done) >= 5,
      }),
    )
    expect(told).toHaveLength(5)
    expect(checkPlan(ill, after.tasks)).toEqual([])
  })
})

describe('a plan made afresh', () => {
  test('keeps its pins', () => {
    const bench = oneBench(4)
    const pins = [{ task: 'j2.pour', startMin: 1440 + 700, maker: 'ada' }]
    expect(
      at(must(plan({ ...bench, limit: { iterations: 20 } }, clock, { pins })), 'j2.pour'),
    ).toMatchObject({ startMin: 2140, maker: 'ada' })
  })
  test('stops when asked', () => {
    const answer = must(
      plan({ ...oneBench(6), limit: { iterations: 5000 } }, clock, {
        onProgress: (done) => done > 0.01,
      }),
    )
    expect(answer.iterations).toBeLessThan(100)
  })
})

describe('room for a task', () => {
  const bench = oneBench(3)
  const first = planned(bench)
  const taken = first.tasks.map((task) => task.startMin).sort((x, y) => x - y)
  const question = { request: bench, planned: first.tasks, pins: [], task: 'j0.pour', maker: null }

  test('is free where nothing lies and possible in every shift', () => {
    const room = roomFor(question, [0, 1440])
    expect(room.possible).toEqual([[540, 960]])
    const own = at(first, 'j0.pour').startMin
    const others = taken.filter((start) => start !== own)
    for (const [from, to] of room.free)
      for (const start of others) expect(from >= start + 60 || to + 60 <= start).toBe(true)
    expect(room.free.some(([from, to]) => from <= own && own <= to)).toBe(true)
  })
  test('is what replanning then finds: free starts move nobody, others do', () => {
    for (let minute = 540; minute <= 960; minute += 35) {
      const isFree = roomFor(question, [minute, minute]).free.length > 0
      const after = must(
        replan(bench, {
          keep: first.tasks,
          pins: [{ task: 'j0.pour', startMin: minute, maker: null }],
          tries: 0,
        }),
      )
      expect(movedBetween(first, after).every((task) => task.id === 'j0.pour')).toBe(isFree)
    }
  })
  test('has its reasons where there is none', () => {
    expect(whyNot(question, -5)).toEqual({ because: 'past' })
    expect(whyNot(question, 14_380)).toEqual({ because: 'end' })
    expect(whyNot(question, 200)).toMatchObject({ because: 'shift', maker: null })
    expect(whyNot(question, 990)).toMatchObject({ because: 'shift' })
    expect(whyNot({ ...question, maker: 'bo' }, 600)).toEqual({ because: 'skill', maker: 'bo' })
    expect(whyNot(question, 600)).toBeNull()
  })
  test('names the wait that forbids a start', () => {
    const chain: PlanRequest = {
      ...bench,
      lags: [{ from: 'j0.pour', to: 'j1.pour', minMin: 600, maxMin: 2000 }],
    }
    const laid = planned(chain)
    const asked = {
      request: chain,
      planned: laid.tasks,
      pins: [{ task: 'j0.pour', startMin: 1980, maker: null }],
      task: 'j1.pour',
      maker: null,
    }
    expect(whyNot(asked, 1990)).toEqual({ because: 'early', boundMin: 2640, with: 'j0.pour' })
    expect(whyNot(asked, 8000)).toEqual({ because: 'late', boundMin: 4040, with: 'j0.pour' })
    expect(whyNot(asked, 3500)).toBeNull()
  })
})

function withoutFirstMaker(request: PlanRequest, untilMin: number): PlanRequest {
  return {
    ...request,
    makers: request.makers.map((maker, i) =>
      i === 0 ? { ...maker, shifts: maker.shifts.filter(([from]) => from >= untilMin) } : maker,
    ),
  }
}

test('what finds no place beside what is kept is refused, never left out of the plan', () => {
  // A hold ties its blocks together; for one of them all were taken out, and those were forgotten.
  const work = JSON.parse(
    readFileSync('tests/fixtures/plan-work/bundle-taken-out.json', 'utf8'),
  ) as PlanWork
  expect(planWork(work, clock)).toMatchObject({ ok: false, code: 'not-found' })
})
