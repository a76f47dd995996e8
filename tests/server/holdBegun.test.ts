import { expect, test } from '@jest/globals'
import type { PlanQuestion } from '../../core/tasks'
import type { PlanLag, PlannedTask, PlanTask } from '../../core/plan'
import { holdBegun, inBoxUntil } from '../../server/services/planning/situation/situation'

const HORIZON = 10_000
const question = (
  tasks: (Partial<PlanTask> & { id: string; durationMin: number })[],
  lags: PlanLag[] = [],
  underWay: string[] = [],
): PlanQuestion => ({
  meaning: new Map(),
  parts: new Map(),
  lost: [],
  inHands: new Map(),
  underWay: new Set(underWay),
  request: {
    horizonMin: HORIZON,
    stations: [],
    places: [],
    moulds: [],
    jobs: [{ id: 'j' }],
    lags,
    makers: [{ id: 'p1', skills: [], shifts: [[-500, 500]] }],
    tasks: [
      { id: 'clock', job: 'j', durationMin: HORIZON, attended: false },
      ...tasks.map((task): PlanTask => ({ job: 'j', attended: false, ...task })),
    ],
  },
})
const planned = (
  id: string,
  startMin: number,
  endMin: number,
  maker: string | null = null,
): PlannedTask => ({ id, startMin, endMin, maker, station: null, place: null })
const lasts = ({ request }: PlanQuestion, id: string) =>
  request.tasks.find((task) => task.id === id)?.durationMin

test('what lies and hardens by the plan goes on for what is left, and what has hardened by it is over', () => {
  const asked = question([
    { id: 'going', durationMin: 900 },
    { id: 'over', durationMin: 900 },
    { id: 'later', durationMin: 900 },
  ])
  const { question: held, pins } = holdBegun(asked, [
    planned('going', -600, 300),
    planned('over', -1000, -100),
    planned('later', 60, 960),
  ])
  expect(pins.map(({ task, startMin }) => [task, startMin])).toEqual([
    ['going', 0],
    ['over', 0],
  ])
  expect(['going', 'over', 'later'].map((id) => lasts(held, id))).toEqual([300, 0, 900])
  expect(['going', 'over', 'later'].map((id) => lasts(asked, id))).toEqual([900, 900, 900])
})
test('what the log knows to end sooner than was planned ends sooner', () => {
  const asked = question([{ id: 'hard', durationMin: 100 }])
  const held = holdBegun(asked, [planned('hard', -600, 300)])
  expect(lasts(held.question, 'hard')).toBe(100)
})
test('what is poured cures by the log, though the plan had it poured sooner, and lies before all else', () => {
  const asked = () =>
    question(
      [{ id: 'cure', durationMin: 700 }],
      [{ from: 'clock', to: 'cure', minMin: -HORIZON, maxMin: -HORIZON }],
      ['cure'],
    )
  const held = holdBegun(asked(), [planned('cure', -900, 200)])
  expect(held.pins).toEqual([{ task: 'cure', startMin: 0, maker: null }])
  expect(lasts(held.question, 'cure')).toBe(700)
  expect(holdBegun(asked(), []).pins).toHaveLength(1)
})
test('a window that closes as the plan begins holds nothing that is not under way', () => {
  const closing = question(
    [{ id: 'pour', durationMin: 10, attended: true }],
    [{ from: 'clock', to: 'pour', minMin: -HORIZON, maxMin: -HORIZON }],
  )
  expect(holdBegun(closing, []).pins).toEqual([])
})
test('what waits for something that nobody has done yet has not begun', () => {
  const asked = question(
    [
      { id: 'sand', durationMin: 30, attended: true },
      { id: 'hard', durationMin: 900 },
    ],
    [{ from: 'sand', to: 'hard' }],
  )
  const held = holdBegun(asked, [planned('sand', -700, -670, 'p1'), planned('hard', -670, 230)])
  expect(held.pins).toEqual([])
  expect(lasts(held.question, 'hard')).toBe(900)
})
test('hands that are at it, or begin soon, hold what they hold; who is not there does not', () => {
  const tasks = () =>
    question(
      ['now', 'soon', 'tomorrow', 'away'].map((id) => ({ id, durationMin: 60, attended: true })),
    )
  const earlier = [
    planned('now', -20, 40, 'p1'),
    planned('soon', 100, 160, 'p1'),
    planned('tomorrow', 1400, 1460, 'p1'),
    planned('away', 480, 540, 'p1'),
  ]
  const held = holdBegun(tasks(), earlier)
  expect(held.pins.map(({ task, startMin, maker }) => [task, startMin, maker])).toEqual([
    ['now', 0, 'p1'],
    ['soon', 100, 'p1'],
  ])
  expect(lasts(held.question, 'now')).toBe(40)
  expect(holdBegun(tasks(), earlier, false).pins).toEqual([])
})
test('what lies in the heated box, or goes in as the new plan begins, is not carried in again', () => {
  const at = (minute: number) => new Date(Date.UTC(2026, 10, 28, 16, minute))
  const task = (key: string, from: number, to: number) => ({
    key,
    startAt: at(from),
    endAt: at(to),
    personId: null,
    stationId: null,
    placeId: 1,
  })
  const tasks = [
    task('line1.k1.1.1.box', 0, 40),
    task('line1.k2.2.1.box', 9, 50),
    task('line1.k3.3.1.box', 10, 60),
    task('line1.h1.1', 0, 30),
  ]
  expect([...inBoxUntil({ tasks }, at(9))]).toEqual([
    ['line1.k1.1.1.box', at(40)],
    ['line1.k2.2.1.box', at(50)],
  ])
})
