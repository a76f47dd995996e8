import { expect, test } from '@jest/globals'
import { DateTime } from 'luxon'
import type { TaskMeaning } from '../../core/tasks'
import type { Binding, PlanAnswer } from '../../core/plan'
import { because } from '../../server/services/planning/promises/because'

const origin = new Date('2026-03-02T08:00:00.000Z')
const meaning = new Map<string, TaskMeaning>([
  ['pour', { lineId: 1, potId: 1, kind: 'pour', title: 'pour face' }],
  ['cure', { lineId: 1, potId: 1, kind: 'cure', title: 'face cures' }],
  ['trim', { lineId: 1, potId: null, kind: 'step', title: 'Trim' }],
  ['other', { lineId: 2, potId: null, kind: 'step', title: 'Trim' }],
])
const names = {
  meaning,
  person: () => 'Wren',
  order: (line: number) => (line === 2 ? 'Gate plaques' : 'Own order'),
  at: (minute: number) =>
    DateTime.fromJSDate(origin, { zone: 'UTC' })
      .plus({ minutes: minute })
      .toFormat('ccc d LLL HH:mm'),
  resins: new Map<number, string>(),
  placeKinds: new Map([['r9', 'box']]),
}
const planOf = (tasks: [string, number, number, Binding, string | null][]): PlanAnswer => ({
  tasks: tasks.map(([id, startMin, endMin]) => ({
    id,
    startMin,
    endMin,
    maker: 'p1',
    station: null,
    place: null,
  })),
  why: tasks.map(([task, , , binding, other]) => ({ task, binding, with: other })),
  objective: { weightedTardinessMin: 0, weightedCompletionMin: 0, makespanMin: 0 },
  lowerBound: { weightedTardinessMin: 0, weightedCompletionMin: 0 },
  proven: false,
  iterations: 1,
  elapsedMs: 0,
})

test('tells the chain from the first cause to the last, and whose work is in the way', () => {
  const plan = planOf([
    ['pour', 0, 20, 'release', null],
    ['cure', 20, 1220, 'lag', 'pour'],
    ['other', 1210, 1260, 'lag', 'cure'],
    ['trim', 1260, 1280, 'station', 'other'],
  ])
  expect(because(plan, new Set(['pour', 'cure', 'trim']), [], names)).toEqual([
    'pour face can start at once',
    'face cures takes 20 h',
    'Trim for “Gate plaques” takes 50 min',
    'Trim waits for the station, where Trim for “Gate plaques” is being done',
  ])
})

test('a shift that begins is told with its hour, and a wait with its length', () => {
  const plan = planOf([
    ['pour', 0, 20, 'shift', null],
    ['cure', 320, 1520, 'lag', 'pour'],
  ])
  expect(because(plan, new Set(['pour', 'cure']), [], names)).toEqual(
    [
      'pour face waits for Wren’s shift, which begins Mon 2 Mar 08:00',
      'face cures takes 20 h after a wait of 5 h',
    ].map((sentence) => sentence.replace('’', "'")),
  )
})

test('a mix that waits for its resin says so, with the day; another wait for the clock does not', () => {
  const mixing = {
    ...names,
    meaning: new Map([['mix', { lineId: 1, potId: 5, kind: 'mix' as const, title: 'mix face' }]]),
    resins: new Map([[5, 'Plain test resin']]),
  }
  const plan = planOf([
    ['clock', 0, 9000, 'release', null],
    ['mix', 4320, 4330, 'lag', 'clock'],
  ])
  expect(because(plan, new Set(['mix']), [], mixing).at(-1)).toMatch(
    /^mix face waits for Plain test resin, of which the stores do not hold enough; it can be there \w{3} \d+ \w{3} \d\d:\d\d$/,
  )
  expect(
    because(plan, new Set(['mix']), [], { ...mixing, resins: new Map() }).at(-1) ?? '',
  ).not.toContain('resin')
})

test('what waits for the heated box does not wait for a rack', () => {
  const inPlace = (place: string) => {
    const plan = planOf([
      ['other', 0, 60, 'release', null],
      ['cure', 60, 1260, 'place', 'other'],
    ])
    return because(
      { ...plan, tasks: plan.tasks.map((task) => ({ ...task, place })) },
      new Set(['cure']),
      [],
      names,
    ).at(-1)
  }
  expect(inPlace('r9')).toContain('waits for room in the heated box, taken by Trim')
  expect(inPlace('r1')).toContain('waits for room on the rack, taken by Trim')
})
