import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { makerId, type Reported } from '../../core/tasks'
import { doingKey, foldWork, isOver, WORK_KINDS, type WorkEvent } from '../../core/run'
import { entries, made, planned, withCourse, work } from '../fixtures/planned'
import { runs } from '../fixtures/runs'

const at = (minute: number) => new Date(Date.UTC(2027, 2, 1, 8, minute))
const event = (kind: WorkEvent['kind'], changes: Partial<WorkEvent> = {}): WorkEvent => ({
  kind,
  what: 'wax',
  visit: null,
  layer: null,
  first: 1,
  pieces: 4,
  at: at(0),
  personId: 1,
  untilAt: null,
  ...changes,
})
const WAX = doingKey({ what: 'wax', visit: null, layer: null })
const kinds = (events: WorkEvent[]) =>
  Object.fromEntries([...(foldWork(events).get(WAX) ?? [])].map(([n, { kind }]) => [n, kind]))

describe('what the log of work comes to', () => {
  test('piece by piece: some are done, some begun', () => {
    expect(kinds([event('begun'), event('done', { first: 2, pieces: 2 })])).toEqual({
      1: 'begun',
      2: 'done',
      3: 'done',
      4: 'begun',
    })
  })
  test('told twice is told once, and taken back once', () => {
    const twice = [event('done'), event('done', { personId: 2, at: at(5) })]
    expect(foldWork(twice).get(WAX)?.get(1)).toMatchObject({ personId: 1, at: at(0) })
    expect(kinds([...twice, event('taken back')])).toEqual({})
  })
  test('a device that was late begins nothing that is over, and puts nothing off', () => {
    expect(kinds([event('done'), event('begun'), event('put off')])).toMatchObject({ 1: 'done' })
  })
  test('taken back, it is as it was before; of nothing there is nothing to take back', () => {
    expect(kinds([event('begun'), event('done'), event('taken back')])).toMatchObject({
      1: 'begun',
    })
    expect(kinds([event('taken back'), event('done')])).toMatchObject({ 1: 'done' })
  })
  test('put off again, the later word counts', () => {
    const log = [event('put off', { untilAt: at(30) }), event('put off', { untilAt: at(90) })]
    expect(foldWork(log).get(WAX)?.get(1)?.untilAt).toEqual(at(90))
  })
  test('another visit, and another layer, is other work', () => {
    const log = [event('done', { visit: 0, layer: 'a' }), event('done', { visit: 1, layer: 'a' })]
    expect(foldWork(log).size).toBe(2)
  })
  test('in any split over its pieces one log comes to one state', () => {
    const told = fc.record({
      kind: fc.constantFrom(...WORK_KINDS),
      first: fc.integer({ min: 1, max: 4 }),
      pieces: fc.integer({ min: 1, max: 3 }),
    })
    fc.assert(
      fc.property(fc.array(told, { maxLength: 12 }), (list) => {
        const whole = list.map(({ kind, first, pieces }) => event(kind, { first, pieces }))
        const split = whole.flatMap((one) =>
          Array.from({ length: one.pieces }, (_, i) => ({
            ...one,
            first: one.first + i,
            pieces: 1,
          })),
        )
        expect(kinds(split)).toEqual(kinds(whole))
      }),
    )
  })
})

/** A wax that dries for two hours before the pour, which must come within a day of it. */
const waxed = withCourse(made([{ name: 'face' }]), [
  ...entries(['other', { key: 'wax', name: 'wax', dryMin: 120, pieceMin: 5 }]),
  ...work('l1', 1).map((entry) =>
    entry.mix ? { ...entry, within: [{ of: 'wax', mostMin: 1440 }] } : entry,
  ),
  ...entries(['demould', {}], ['other', { key: 'polish', name: 'polish', pieceMin: 10 }]),
])
const told = (kind: Reported['kind'], atMin: number, pieces: readonly number[], what = 'wax') =>
  new Map([
    [
      doingKey({ what, visit: null, layer: null }),
      new Map(
        pieces.map((number) => [
          number,
          { kind, atMin, untilMin: kind === 'put off' ? 3000 : null, maker: makerId.of(2) },
        ]),
      ),
    ],
  ])
const plannedWith = (work: ReturnType<typeof told>, quantity = 2) =>
  planned(waxed, { quantity, paths: { reported: work } })

describe('what hands have told, in the plan', () => {
  test('of every task of theirs it says which work it is', () => {
    const { question } = planned(waxed, { quantity: 2 })
    const does = [...question.meaning.values()].flatMap((one) => (one.does ? [one.does] : []))
    expect(does.map(({ what }) => what)).toEqual(['wax', 's0', 'polish'])
    expect(does[0]).toMatchObject({ first: 1, pieces: 2, visit: null, layer: null, asks: null })
  })
  test('what is done leaves it; what it left dries for what is left of that', () => {
    const { asked, at } = plannedWith(told('done', -30, [1, 2]))
    expect(asked('wax')).toBeUndefined()
    expect(at('wax dries')).toMatchObject({ startMin: 0, endMin: 90 })
    expect(at('mix face').startMin).toBeGreaterThanOrEqual(90)
  })
  test('what was skipped leaves it too, and nothing dries', () => {
    const { asked } = plannedWith(told('skipped', -30, [1, 2]))
    expect(asked('wax')).toBeUndefined()
    expect(asked('wax dries')).toBeUndefined()
  })
  test('done to some pieces, the others stay planned', () => {
    const { asked, question } = plannedWith(told('done', -500, [1, 2]), 5)
    expect(asked('wax')?.durationMin).toBe(15)
    expect([...question.meaning.values()].find(({ title }) => title === 'wax')?.does).toMatchObject(
      { first: 3, pieces: 3 },
    )
  })
  test('done too long ago for what it was for, it is to be done again', () => {
    expect(plannedWith(told('done', -1441, [1, 2])).asked('wax')).toBeDefined()
    // Until 08:20 of the first morning, at which somebody is there from 08:00.
    expect(plannedWith(told('done', -940, [1, 2])).at('mix face').startMin).toBeLessThanOrEqual(500)
    // Until 07:20: nobody is there by then.
    expect(plannedWith(told('done', -1000, [1, 2])).asked('wax')).toBeDefined()
  })
  test('begun, it lasts for what is left of it, in the hands that have it', () => {
    const { asked, question } = plannedWith(told('begun', -4, [1, 2]))
    expect(asked('wax')?.durationMin).toBe(6)
    expect([...question.inHands.values()]).toEqual([makerId.of(2)])
  })
  test('put off, it is not before then', () => {
    expect(plannedWith(told('put off', -4, [1, 2])).at('wax').startMin).toBeGreaterThanOrEqual(3000)
  })
  test('work at the end that is done leaves the rest as it was', () => {
    const { asked } = plannedWith(told('done', -4, [1, 2], 'polish'))
    expect(asked('polish')).toBeUndefined()
    expect(asked('wax')).toBeDefined()
  })
  test('whatever is told of whichever pieces, a plan keeps every rule', () => {
    const told = fc.record({
      what: fc.constantFrom('wax', 's0', 'polish'),
      kind: fc.constantFrom('begun' as const, 'done' as const, 'skipped' as const),
      atMin: fc.integer({ min: -2000, max: 0 }),
      pieces: fc.uniqueArray(fc.integer({ min: 1, max: 3 }), { minLength: 1 }),
    })
    fc.assert(
      fc.property(fc.array(told, { maxLength: 3 }), (list) => {
        const work = new Map(
          list.map(({ what, kind, atMin, pieces }) => [
            doingKey({ what, visit: null, layer: null }),
            new Map(pieces.map((n) => [n, { kind, atMin, untilMin: null, maker: makerId.of(1) }])),
          ]),
        )
        const { at, question } = planned(waxed, { quantity: 3, paths: { reported: work } })
        // `at` checks the whole plan.
        expect(at('mix face').endMin).toBeGreaterThan(0)
        for (const { does } of question.meaning.values())
          for (let n = does?.first ?? 1; does && n < does.first + does.pieces; n++) {
            const state = work.get(doingKey(does))?.get(n)
            if (state?.kind === 'skipped') expect(isOver(state)).toBe(false)
          }
      }),
      { numRuns: runs(40) },
    )
  })
})

test('what somebody poured over, or says is good, is mixed for nobody; the other pieces keep their pots', () => {
  const two = withCourse(made([{ name: 'face' }, { name: 'back' }]), [
    ...work('l1', 1),
    ...work('l2', 2),
  ])
  const pot = { stirMin: 4, restMin: 6, pourMin: 4, workMin: 40, heatedUntilMin: null }
  const some = fc.record({ over: fc.integer({ min: 1, max: 4 }), good: fc.subarray([1, 2, 3, 4]) })
  fc.assert(
    fc.property(some, ({ over, good }) => {
      // The back of the first pieces is poured though no log says that their face was.
      const pots = [
        { ...pot, id: 1, layerId: 1, firstPiece: 1, pieces: 4, pouredMin: null },
        { ...pot, id: 2, layerId: 2, firstPiece: 1, pieces: over, pouredMin: -100 },
        ...(over < 4
          ? [{ ...pot, id: 3, layerId: 2, firstPiece: over + 1, pieces: 4 - over, pouredMin: null }]
          : []),
      ]
      const { asked } = planned(two, { quantity: 4, paths: { pots, good: new Set(good) } })
      const isLeft = [1, 2, 3, 4].some((number) => number > over && !good.includes(number))
      expect(asked('mix face') !== undefined).toBe(isLeft)
      expect(asked('mix back') !== undefined).toBe(isLeft)
    }),
    { numRuns: runs(40) },
  )
})
