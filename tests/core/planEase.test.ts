import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { workshopCase } from '../../cli/lib/workshopCase'
import { checkPlan, plan, replan, type PlannedTask, type PlanRequest } from '../../core/plan'
import { answerOf } from '../../core/plan/answerOf'
import { blocksOf } from '../../core/plan/model/blocks'
import { easeWindows } from '../../core/plan/search/easeWindows'
import { modelOf } from '../../core/plan/model/model'
import { search } from '../../core/plan/search/search'
import { windowsOf } from '../../core/plan/model/windows'
import { runs } from '../fixtures/runs'

const neverAsked = {
  now: () => {
    throw new Error('with a limit in iterations nobody asks the time')
  },
  startedAt: 0,
}
const tasksOf = (request: PlanRequest): PlannedTask[] => {
  const result = plan({ ...request, limit: { iterations: 30 } }, neverAsked)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  expect(checkPlan(request, result.value.tasks)).toEqual([])
  return result.value.tasks
}
const startOf = (tasks: readonly PlannedTask[], id: string) =>
  tasks.find((task) => task.id === id)!.startMin

/**
 * One mixes, another who comes at minute 60 pours; the pot lives for 80 minutes after it is mixed.
 */
const pot: PlanRequest = {
  horizonMin: 2000,
  makers: [
    { id: 'm', skills: ['mix'], shifts: [[0, 400]] },
    { id: 'p', skills: ['pour'], shifts: [[60, 400]] },
  ],
  stations: [],
  places: [],
  moulds: [],
  jobs: [{ id: 'a' }],
  tasks: [
    { id: 'mix', job: 'a', durationMin: 10, attended: true, skill: 'mix' },
    { id: 'rest', job: 'a', durationMin: 6, attended: false },
    { id: 'pour', job: 'a', durationMin: 20, attended: true, skill: 'pour' },
  ],
  lags: [
    { from: 'mix', to: 'rest', maxMin: 0 },
    { from: 'mix', to: 'pour', minMin: 6, maxMin: 50 },
    { from: 'rest', to: 'pour' },
  ],
}

describe('closing windows', () => {
  test('a pot that would wait to its last minute is mixed later, with its rest, so that half of its window is left', () => {
    const tasks = tasksOf(pot)
    // Mixed as soon as can be it would end at 10 and be poured at 60, when its window closes; 22 of
    // 44 minutes are to be left.
    expect([startOf(tasks, 'mix'), startOf(tasks, 'rest'), startOf(tasks, 'pour')]).toEqual([
      22, 32, 60,
    ])
  })
  test('no further than the shift allows', () => {
    const tasks = tasksOf({
      ...pot,
      makers: [{ id: 'm', skills: ['mix'], shifts: [[0, 20]] }, pot.makers[1]!],
    })
    // Of the 22 minutes that are missing a quarter can be had: with half of them it would end at
    // 21.
    expect([startOf(tasks, 'mix'), startOf(tasks, 'pour')]).toEqual([6, 60])
  })
  test('what is kept stays where it lies, what is new is eased', () => {
    const early = tasksOf(pot).map((task) => ({
      ...task,
      ...{ mix: { startMin: 2, endMin: 12 }, rest: { startMin: 12, endMin: 18 } }[task.id],
    }))
    expect(checkPlan(pot, early)).toEqual([])
    const kept = replan(pot, { keep: early, pins: [], tries: 10 })
    expect(kept.ok && kept.value.tasks.map((task) => task.startMin)).toEqual(
      early.map((task) => task.startMin),
    )
    const fresh = replan(pot, { keep: [], pins: [], tries: 10 })
    expect(fresh.ok && startOf(fresh.value.tasks, 'mix')).toBe(22)
  })
  test('in made-up workshops no job ends later, nothing breaks, and more of the windows is left', () => {
    let [before, after] = [0, 0]
    fc.assert(
      fc.property(
        fc.record({
          jobs: fc.integer({ min: 4, max: 16 }),
          seed: fc.integer({ min: 1, max: 500 }),
          tackShare: fc.constant(0.6),
          mouldsPerJob: fc.constant(0.5),
        }),
        (options) => {
          const request = workshopCase(options)
          const model = modelOf(request)
          const windows = windowsOf(model)
          const blocks = blocksOf(model, windows, 'lags')
          const found = search({
            model,
            blocks,
            windows,
            bound: { weightedTardinessMin: 0, weightedCompletionMin: 0 },
            seed: 1,
            progress: (iterations) => iterations / 12,
          }).best
          fc.pre(found !== null)
          const { placements } = found
          const answer = () => answerOf(model, windows, placements, { iterations: 0, elapsedMs: 0 })
          const plain = answer()
          const starts = [...placements.start]
          easeWindows(model, blocks, windows, placements, () => false)
          expect([...placements.start]).toEqual(starts)
          easeWindows(model, blocks, windows, placements)
          const eased = answer()
          expect(checkPlan(request, eased.tasks)).toEqual([])
          expect(eased.objective).toEqual(plain.objective)
          expect(
            eased.tasks.every(
              (task, i) =>
                task.startMin >= plain.tasks[i]!.startMin &&
                task.maker === plain.tasks[i]!.maker &&
                task.place === plain.tasks[i]!.place,
            ),
          ).toBe(true)
          before += atTheEdge(request, plain.tasks)
          after += atTheEdge(request, eased.tasks)
        },
      ),
      { seed: 9, numRuns: runs(25) },
    )
    expect(before).toBeGreaterThan(10)
    expect(after).toBeLessThan(before / 2)
  })
})

/** How many windows close in the minute in which the plan has gone on. */
function atTheEdge(request: PlanRequest, tasks: readonly PlannedTask[]): number {
  const at = new Map(tasks.map((task) => [task.id, task]))
  return request.lags.filter(
    ({ from, to, minMin, maxMin }) =>
      maxMin !== undefined &&
      maxMin !== null &&
      maxMin > (minMin ?? 0) &&
      at.get(to)!.startMin - at.get(from)!.endMin === maxMin,
  ).length
}
