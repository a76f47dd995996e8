import { beforeEach, describe, expect, test } from '@jest/globals'
import { objectionWords } from '../../shared/words'
import { lanesOf, LANE_KINDS, type LaneSources } from '../../app/utils/planLanes'
import {
  changeSentence,
  changeWords,
  hasChanged,
  potsWords,
  promiseChanges,
  savingWords,
} from '../../app/utils/proposalChanges'
import { closings, taskWindows } from '../../app/utils/taskWindows'
import type { Objection } from '../../core/plan'
import type { PlanQuestionView, PlanTaskRow, PlanView } from '../../shared/types/plan'
import { NO_TERMS } from '../../shared/schemas/planTerms'
import type { PromiseRow } from '../../shared/types/promises'
import type { MovedTask, Proposal } from '../../shared/types/proposals'
import type { Workshop } from '../../shared/types/workshop'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

const at = (hour: number) => new Date(Date.UTC(2026, 2, 2, hour)).toISOString()
const task = (
  key: string,
  from: number,
  to: number,
  changes: Partial<PlanTaskRow> = {},
): PlanTaskRow => ({
  key,
  orderId: 1,
  orderLineId: 1,
  potId: null,
  kind: 'step',
  title: key,
  attended: true,
  startAt: at(from),
  endAt: at(to),
  personId: 1,
  station: null,
  placeId: null,
  binding: 'none',
  withKey: null,
  does: null,
  told: null,
  ...changes,
})
const promise = (
  orderId: number,
  readyHour: number | null,
  promisedHour = 20,
  changes: Partial<PromiseRow> = {},
): PromiseRow => ({
  orderId,
  title: `Order ${orderId}`,
  promisedAt: at(promisedHour),
  readyAt: readyHour === null ? null : at(readyHour),
  lateMin: readyHour === null ? 0 : (readyHour - promisedHour) * 60,
  usesSand: false,
  usesBox: false,
  isMade: false,
  pieces: null,
  because: ['the mould is held'],
  odds: null,
  ...changes,
})

describe('lanes', () => {
  const workshop = {
    people: [
      { id: 1, name: 'Ada', role: 'maker', skills: ['pour'] },
      { id: 2, name: 'Bo', role: 'maker', skills: [] },
    ],
    places: [
      { id: 5, name: 'Rack', kind: 'rack', areaCm2: 100, roomName: 'Room', climate: { boxC: 20 } },
      { id: 6, name: 'Box', kind: 'box', areaCm2: 50, roomName: 'Room', climate: { boxC: 42 } },
    ],
    moulds: [
      { id: 9, name: 'Dial', count: 3, outOfUse: 1 },
      { id: 10, name: 'Idle', count: 1, outOfUse: 0 },
    ],
  } as unknown as Workshop
  const sources = (
    tasks: PlanTaskRow[],
    question: LaneSources['question'] = null,
  ): LaneSources => ({
    tasks,
    workshop,
    pots: new Map(),
    orderTitles: new Map([
      [1, 'First'],
      [2, 'Second'],
    ]),
    question,
    closings: new Map([['lies', Date.parse(at(15))]]),
    shiftsOf: () => [[0, 1]],
    runsOf: (place) => (place.kind === 'box' ? [[2, 3]] : []),
  })
  test('by maker hold their own hands, and everybody and every rack has one', () => {
    const lanes = lanesOf(
      'maker',
      sources([
        task('a', 8, 9),
        task('lies', 9, 12, { attended: false, personId: null, placeId: 5 }),
      ]),
    )
    expect(
      lanes.map((lane) => [lane.name, lane.personId, lane.marks.map((mark) => mark.task.key)]),
    ).toEqual([
      ['Ada', 1, ['a']],
      ['Bo', 2, []],
      ['Rack', null, ['lies']],
      ['Box', null, []],
    ])
    expect(lanes.map((lane) => lane.shifts)).toEqual([[[0, 1]], [[0, 1]], [], [[2, 3]]])
  })
  test('what overlaps lies in rows, and a row is taken again as soon as it is free', () => {
    const [lane] = lanesOf(
      'order',
      sources([task('a', 8, 12), task('b', 9, 10), task('c', 10, 11), task('d', 12, 13)]),
    )
    expect(lane!.marks.map((mark) => [mark.task.key, mark.row])).toEqual([
      ['a', 0],
      ['b', 1],
      ['c', 1],
      ['d', 0],
    ])
    expect(lane!.rows).toBe(2)
  })
  test('what closes again keeps its row until then', () => {
    const lying = { attended: false, personId: null, placeId: 5 }
    const rack = lanesOf(
      'place',
      sources([
        task('lies', 8, 12, lying),
        task('next', 13, 14, lying),
        task('last', 15, 16, lying),
      ]),
    )[0]!
    expect(rack.marks.map((mark) => [mark.task.key, mark.closesMs, mark.row])).toEqual([
      ['lies', Date.parse(at(15)), 0],
      ['next', null, 1],
      ['last', null, 0],
    ])
  })
  test('a mould is held until it is given back; idle ones have no lane', () => {
    const question = {
      request: { tasks: [{ id: 'a', mould: { id: 'm9', untilTask: 'b' } }, { id: 'b' }] },
    } as unknown as LaneSources['question']
    const lanes = lanesOf('mould', sources([task('a', 8, 9), task('b', 20, 21)], question))
    expect(lanes.map((lane) => lane.name)).toEqual(['Dial'])
    expect([lanes[0]!.marks[0]!.fromMs, lanes[0]!.marks[0]!.toMs]).toEqual([
      Date.parse(at(8)),
      Date.parse(at(21)),
    ])
  })
  test('every kind shows every task that it is about', () => {
    const tasks = [task('a', 8, 9, { potId: 3 }), task('b', 9, 10, { orderId: 2, potId: 3 })]
    for (const kind of LANE_KINDS)
      expect(
        lanesOf(kind, sources(tasks)).flatMap((lane) => lane.marks).length,
      ).toBeLessThanOrEqual(tasks.length)
    expect(lanesOf('pot', sources(tasks))[0]!.marks).toHaveLength(2)
    expect(lanesOf('order', sources(tasks)).map((lane) => lane.name)).toEqual(['First', 'Second'])
  })
})

describe('what a change comes to', () => {
  const moved: MovedTask = {
    key: 'a',
    title: 'a',
    orderId: 1,
    fromAt: at(8),
    toAt: at(9),
    fromPersonId: 1,
    toPersonId: 1,
  }
  test('puts first what fares worst', () => {
    const changes = promiseChanges(
      [promise(1, 10), promise(2, 10), promise(3, 10)],
      [promise(1, 9), promise(2, 22), promise(3, null)],
    )
    expect(changes.map((change) => change.after.orderId)).toEqual([3, 2, 1])
    expect(changes.map(changeWords)).toEqual(['cannot be planned', '12 h later', '1 h sooner'])
    expect(changes.every(hasChanged)).toBe(true)
  })
  test.each<[string, PromiseRow[], PromiseRow[], MovedTask[], string]>([
    ['nothing', [promise(1, 10)], [promise(1, 10)], [], 'Nothing moves. No promise slips.'],
    [
      'later but in time',
      [promise(1, 10)],
      [promise(1, 12)],
      [moved],
      'One task moves. No promise slips.',
    ],
    [
      'a slip with its reason',
      [promise(1, 19)],
      [promise(1, 23)],
      [moved, moved],
      '2 tasks move. One promise slips: “Order 1” is ready 4 h later, because the mould is held.',
    ],
    [
      'something that cannot be planned any more',
      [promise(1, 19)],
      [promise(1, null)],
      [],
      'Nothing moves. One promise slips: “Order 1” cannot be planned, because the mould is held.',
    ],
    [
      'a promise won back',
      [promise(1, 23)],
      [promise(1, 19)],
      [moved],
      'One task moves. No promise slips. “Order 1” is kept that would have been late.',
    ],
  ])('says in a sentence: %s', (_what, before, after, tasks, sentence) => {
    expect(changeSentence({ moved: tasks }, promiseChanges(before, after))).toBe(sentence)
  })
  test('what is made does not change by the time at which it is looked at', () => {
    const [change] = promiseChanges(
      [promise(1, 10, 20, { isMade: true })],
      [promise(1, 12, 20, { isMade: true })],
    )
    expect(hasChanged(change!)).toBe(false)
    expect(
      hasChanged(promiseChanges([promise(1, 14)], [promise(1, 12, 20, { isMade: true })])[0]!),
    ).toBe(true)
  })
  test('what is only supposed has no before, and slips nobody', () => {
    const changes = promiseChanges([promise(1, 10)], [promise(1, 10), promise(-1, 30)])
    expect(changes[0]).toMatchObject({ before: null, laterMin: null })
    expect(changeWords(changes[0]!)).toBe('late by 10 h')
    expect(changeSentence({ moved: [] }, changes)).toBe('Nothing moves. No promise slips.')
  })
})

describe('windows', () => {
  const tasks = [
    task('pour', 8, 9),
    task('cure', 9, 13, { attended: false }),
    task('recoat', 14, 15),
    task('sand', 16, 17),
  ]
  // The clock is a task of the question's own that ends with its horizon, here at midnight.
  const question = (
    lags: { from: string; to: string; minMin?: number; maxMin?: number | null }[],
  ) => ({ originAt: at(0), request: { horizonMin: 1440, lags } }) as unknown as PlanQuestionView
  test('open with the last wait and close with the first', () => {
    const found = taskWindows(
      question([
        { from: 'cure', to: 'recoat' },
        { from: 'pour', to: 'recoat', minMin: 0, maxMin: 600 },
        { from: 'pour', to: 'recoat', maxMin: 720 },
        { from: 'recoat', to: 'sand', minMin: 60 },
      ]),
      tasks,
    )
    expect([...found]).toEqual([
      ['recoat', { opensMs: Date.parse(at(13)), closesMs: Date.parse(at(19)) }],
    ])
  })
  test('close on the clock too, where what opened them was poured before the plan', () => {
    const found = taskWindows(
      question([
        { from: 'clock', to: 'recoat', minMin: -1440, maxMin: -1440 + 16 * 60 },
        { from: 'cure', to: 'recoat' },
      ]),
      tasks,
    )
    expect(found.get('recoat')).toEqual({
      opensMs: Date.parse(at(13)),
      closesMs: Date.parse(at(16)),
    })
  })
  test('stand behind what lies and opens, not behind hands or what opens nothing that closes', () => {
    const asked = question([
      { from: 'cure', to: 'recoat' },
      { from: 'pour', to: 'recoat', maxMin: 600 },
      { from: 'recoat', to: 'sand', minMin: 60 },
    ])
    expect([...closings(asked, tasks, taskWindows(asked, tasks))]).toEqual([
      ['cure', Date.parse(at(19))],
    ])
    expect(closings(asked, tasks, new Map()).size).toBe(0)
  })
})

test('pots that become one are named, with what that saves', () => {
  expect(potsWords({ letters: ['C', 'E'] })).toBe('Pots C and E are mixed as one')
  expect(potsWords({ letters: ['C', 'E', 'K'] })).toBe('Pots C, E and K are mixed as one')
  expect(savingWords({ letters: [], savesMin: 8, savesMl: 2.65 })).toBe(
    'saves 8 min of weighing and stirring and 3 ml left in cups',
  )
  expect(savingWords({ letters: [], savesMin: 8, savesMl: 0 })).toBe(
    'saves 8 min of weighing and stirring',
  )
})

test('every objection has words of its own, with the names that people use', () => {
  const objections: Objection[] = [
    { because: 'past' },
    { because: 'end' },
    { because: 'early', boundMin: 60, with: 't' },
    { because: 'late', boundMin: 60, with: 't' },
    { because: 'skill', maker: 'p1' },
    { because: 'shift', maker: null },
    { because: 'shift', maker: 'p1' },
  ]
  const words = objections.map((one) =>
    objectionWords(one, {
      task: (id) => `“${id}”`,
      person: () => 'Ada',
      at: (minute) => `${minute} min`,
    }),
  )
  expect(new Set(words).size).toBe(objections.length)
  expect(words[2]).toContain('“t”')
  expect(words[2]).toContain('60 min')
  expect(words[4]).toContain('Ada')
})

describe('the plan’s store', () => {
  const asked: string[] = []
  let answers: Record<string, unknown> = {}
  const call = (method: string) => (path: string) => {
    asked.push(`${method} ${path}`)
    const answer = answers[`${method} ${path}`]
    return answer instanceof Error
      ? Promise.reject(answer)
      : Promise.resolve(
          Array.isArray(answer) && path.includes('proposals/') ? answer.shift() : answer,
        )
  }
  beforeEach(() => {
    asked.length = 0
    answers = { 'GET /api/pots': [] }
    giveNuxtGlobals({
      useOutboxStore: () => ({ waiting: [] }),
      useApi: () => ({ get: call('GET'), post: call('POST'), remove: call('DELETE') }),
    })
  })
  const aStore = async () => (await import('../../app/stores/plan')).usePlanStore()
  const proposal = (state: Proposal['state'], id = 7) => ({ id, state }) as Proposal
  const question = { kind: 'keep', terms: NO_TERMS, suppose: [] } as const

  test('looks at a proposal until it is worked out, and takes over the plan that it becomes', async () => {
    const store = await aStore()
    answers = {
      ...answers,
      'POST /api/plan/proposals': proposal('waiting'),
      'GET /api/plan/proposals/7': [proposal('running'), proposal('done')],
      'POST /api/plan/proposals/7/accept': { id: 3 } as PlanView,
    }
    await store.ask({ ...question, suppose: [] } as never)
    expect(store.proposal?.state).toBe('done')
    await store.accept()
    expect([store.plan?.id, store.proposal, store.planning]).toEqual([3, null, false])
  })
  test('lets one go when another is asked for, and does not look at it any more', async () => {
    const store = await aStore()
    answers = {
      ...answers,
      'POST /api/plan/proposals': proposal('done'),
      'DELETE /api/plan/proposals/7': {},
    }
    await store.ask(question as never)
    answers['POST /api/plan/proposals'] = proposal('done', 8)
    await store.ask(question as never)
    expect(asked.filter((one) => one.startsWith('DELETE'))).toEqual([
      'DELETE /api/plan/proposals/7',
    ])
    expect(store.proposal?.id).toBe(8)
  })
  test('keeps the proposal when the server refuses it', async () => {
    const store = await aStore()
    answers = {
      ...answers,
      'POST /api/plan/proposals': proposal('done'),
      'POST /api/plan/proposals/7/accept': new Error('somebody was faster'),
    }
    await store.ask(question as never)
    await expect(store.accept()).rejects.toThrow('somebody was faster')
    expect([store.proposal?.id, store.planning]).toEqual([7, false])
  })
})
