import { describe, expect, test } from '@jest/globals'
import { DateTime } from 'luxon'
import {
  CLOCK,
  makerId,
  mouldId,
  placeId,
  planRequest,
  stationId,
  type PlanLine,
  type JointKey,
} from '../../core/tasks'
import type { Recipe } from '../../core/trade'
import { odds, type OddsRequest } from '../../core/odds'
import { plan } from '../../core/plan'
import { issue, type Issue } from '../../core/result'
import { freeLetters } from '../../server/services/pots/letters'
import { planLines } from '../../server/services/planning/situation/planLines'
import { fitsInPart } from '../../server/services/planning/choose/fitsInPart'
import { oddsOf, runsFor, type Weigh } from '../../server/services/planning/choose/oddsOf'
import { promiseOf } from '../../server/services/planning/promises/promiseOf'
import type { Shelf } from '../../server/services/pots/shelf'
import type { StoredPiece } from '../../server/db/pieces'
import type { StoredPot } from '../../server/db/pots'
import type { Order } from '../../shared/types/orders'
import type { PromiseOdds } from '../../shared/types/promises'
import { layer, mould, recipe, resin, rules, step } from '../fixtures/studio'

const origin = new Date('2026-03-02T08:00:00.000Z')
const after = (minutes: number) => new Date(origin.getTime() + minutes * 60_000)
const order = (changes: Partial<Order> = {}): Order => ({
  id: 9,
  version: 1,
  kind: 'commission',
  title: 'Two plaques',
  customer: 'Somebody',
  promisedAt: after(9000).toISOString(),
  state: 'accepted',
  colours: '',
  wish: '',
  note: '',
  ownerId: null,
  lines: [{ id: 90, recipeId: 1, quantity: 2, spares: 0, recipeVersion: null, mends: false }],
  ...changes,
})
const shelfOf = (one: Recipe): Shelf => ({
  recipeOf: ({ recipeId }) => (recipeId === 1 ? { ...one, version: 1 } : undefined),
  resins: new Map([[1, resin]]),
  pigments: new Map(),
  moulds: new Map([[1, mould]]),
  rules,
  warmC: 20,
})
const pot = (changes: Partial<StoredPot> = {}): StoredPot => ({
  id: 1,
  version: 1,
  resinId: 1,
  tint: '#ffffff',
  needMl: 200,
  state: 'planned',
  letter: 'A',
  gathered: false,
  runId: null,
  startAt: null,
  personId: null,
  pouredAt: null,
  portions: [
    {
      lineId: 90,
      recipeId: 1,
      recipeVersion: null,
      orderId: 9,
      orderTitle: '',
      ownerId: null,
      layerId: 1,
      firstPiece: 1,
      pieces: 2,
      pouredMl: 200,
    },
  ],
  ...changes,
})
const piece = (number: number, state: StoredPiece['state']): StoredPiece => ({
  id: number,
  number,
  state,
  version: 1,
  placeId: 1,
  orderLineId: 90,
  orderId: 9,
  orderTitle: '',
  ownerId: null,
  recipeId: 1,
  recipeVersion: null,
  recipeName: '',
  footprintCm2: 100,
  mendsId: null,
  mendsPart: '',
  isMending: false,
})
const linesOf = (
  one: Order,
  shelf: Shelf,
  pots: StoredPot[],
  pieces: StoredPiece[],
  heatedUntil = new Map<string, Date>(),
) => planLines(one, { shelf, pots, pieces, origin, heatedUntil, work: new Map(), cures: new Map() })
const only = (lines: PlanLine[]): PlanLine => {
  expect(lines).toHaveLength(1)
  return lines[0]!
}

describe('letters for pots', () => {
  const take = (count: number, inUse: string[] = []) => {
    const letters = freeLetters(new Set(inUse))
    return Array.from({ length: count }, () => letters.next().value)
  }
  test('leave out those that read as figures', () => {
    const first = take(23)
    expect(first.join('')).toBe('ABCDEFGHJKLMNPRSTUVWXYZ')
  })
  test('pass those in use and go on with numbers', () => {
    expect(take(2, ['A', 'C'])).toEqual(['B', 'D'])
    expect(take(24).at(-1)).toBe('A2')
  })
})

describe('what is left to do of an order', () => {
  const shelf = shelfOf(recipe())
  test('a commission weighs three times a market day', () => {
    const weight = (kind: Order['kind']) =>
      only(linesOf(order({ kind }), shelf, [pot()], [])).weight
    expect([weight('commission'), weight('market')]).toEqual([3, 1])
  })
  test('the promise is minutes from the start of the plan', () => {
    expect(only(linesOf(order(), shelf, [pot()], [])).promisedMin).toBe(9000)
  })
  test('what has been poured tells when, what is being mixed is done soon', () => {
    const [poured, mixing, planned] = only(
      linesOf(
        order(),
        shelf,
        [
          pot({ pouredAt: after(-120), state: 'poured' }),
          pot({ id: 2, state: 'mixing' }),
          pot({ id: 3 }),
        ],
        [],
      ),
    ).pots
    // stir 4 + rest 6 + 2 pieces of 2 minutes
    expect([poured?.pouredMin, mixing?.pouredMin, planned?.pouredMin]).toEqual([-120, 14, null])
  })
  test('a pot given up does not count', () => {
    expect(
      only(linesOf(order(), shelf, [pot({ state: 'spoiled' }), pot({ id: 2 })], [])).pots.map(
        (one) => one.id,
      ),
    ).toEqual([2])
  })
  test('pieces out of their mould and good ones are told; what is lost is neither', () => {
    const line = only(
      linesOf(
        order(),
        shelf,
        [pot({ state: 'poured', pouredAt: after(-5000) })],
        [piece(1, 'lost'), piece(2, 'good')],
      ),
    )
    expect([[...line.demoulded], [...line.good]]).toEqual([[2], [2]])
  })
  test('nothing is left when all are good, nothing can be said without a recipe', () => {
    expect(
      linesOf(order(), shelf, [pot({ state: 'poured' })], [piece(1, 'good'), piece(2, 'good')]),
    ).toEqual([])
    expect(
      linesOf(
        order({
          lines: [
            { id: 90, recipeId: 77, quantity: 2, spares: 0, recipeVersion: null, mends: false },
          ],
        }),
        shelf,
        [pot()],
        [],
      ),
    ).toEqual([])
  })
})

describe('a promise', () => {
  const one = recipe({
    layers: [layer()],
    steps: [step({ name: 'demould', phase: 'after', waitsFor: 'demould', demoulds: true })],
  })
  const line = only(linesOf(order(), shelfOf(one), [pot()], []))
  const question = planRequest({
    horizonMin: 20_000,
    lines: [line],
    resins: new Map([[1, resin]]),
    rules,
    paths: { sanded: new Set(), boxLines: new Set() },
    iterations: 5,
    seed: 1,
    workroom: {
      makers: [
        {
          id: makerId.of(1),
          skills: ['pour'],
          shifts: [
            [0, 480],
            [1440, 1920],
            [2880, 3360],
          ],
        },
      ],
      stations: [
        { id: stationId.of(1), kind: 'bench', room: 'a' },
        { id: stationId.of(2), kind: 'pour table', room: 'a' },
      ],
      places: [{ id: placeId.of(1), kind: 'rack', room: 'a', areaCm2: 900 }],
      moulds: [{ id: mouldId.of(1), count: 4 }],
      ownOnly: [],
      range: { coldC: 20, warmC: 20 },
      box: null,
    },
  })
  const solved = plan(question.request, { now: () => 0, startedAt: 0 })
  const names = {
    meaning: question.meaning,
    person: () => 'Wren',
    order: () => 'Two plaques',
    at: (minute: number) =>
      DateTime.fromJSDate(after(minute), { zone: 'UTC' }).toFormat('ccc d LLL HH:mm'),
    task: (id: string) => `“${question.meaning.get(id)?.title}”`,
    maker: () => 'Wren',
    skill: (skill: string) => `"${skill}"`,
    mould: () => '“plaque mould”',
    resins: new Map<number, string>(),
    placeKinds: new Map([['r9', 'box']]),
  }
  const paths = {
    sanded: new Set<JointKey>(),
    boxLines: new Set<number>(),
    edgeLines: new Set<number>(),
    impossible: new Map<number, readonly Issue[]>(),
  }
  const none = new Map<number, PromiseOdds>()

  test('is kept or missed by so many minutes, with the reasons', () => {
    if (!solved.ok) throw new Error('no plan')
    const kept = promiseOf(order(), {
      plan: solved.value,
      question,
      paths,
      names,
      origin,
      odds: none,
    })
    const readyMin = (Date.parse(kept.readyAt ?? '') - origin.getTime()) / 60_000
    expect(readyMin).toBe(
      Math.max(
        ...solved.value.tasks.filter((task) => task.id !== 'clock').map((task) => task.endMin),
      ),
    )
    expect(kept.lateMin).toBe(readyMin - 9000)
    expect(kept.because.at(-1)).toContain('demould')
    expect(
      promiseOf(order({ promisedAt: after(60).toISOString() }), {
        plan: solved.value,
        question,
        paths,
        names,
        origin,
        odds: none,
      }).lateMin,
    ).toBe(readyMin - 60)
  })
  test('of a market day tells how many pieces are ready by then', () => {
    if (!solved.ok) throw new Error('no plan')
    const told = (changes: Partial<Order>) =>
      promiseOf(order(changes), { plan: solved.value, question, paths, names, origin, odds: none })
        .pieces
    expect(told({ kind: 'market' })).toEqual({ inTime: 2, planned: 2 })
    expect(told({ kind: 'market', promisedAt: after(60).toISOString() })).toEqual({
      inTime: 0,
      planned: 2,
    })
    expect(told({})).toBeNull()
  })
  test('of which everything is made is neither late nor to be planned', () => {
    if (!solved.ok) throw new Error('no plan')
    const made = promiseOf(
      order({
        id: 5,
        promisedAt: after(-60).toISOString(),
        lines: [{ id: 99, recipeId: 1, quantity: 2, spares: 0, recipeVersion: null, mends: false }],
      }),
      { plan: solved.value, question, paths, names, origin, odds: none },
    )
    expect(made).toMatchObject({ isMade: true, lateMin: 0, because: [], odds: null })
    expect(
      promiseOf(order(), { plan: solved.value, question, paths, names, origin, odds: none }).isMade,
    ).toBe(false)
  })
  test('that no plan can hold says why in the words of people', () => {
    const impossible = new Map([
      [
        90,
        [
          issue('tasks[4]', 'skill-missing', { task: 'line90.s0.1', skill: 'gild' }),
          issue('tasks[4]', 'ends-with-plan', { task: 'line90.s0.1', horizonMin: 60 }),
          issue('lags[9]', 'begins-after', {
            task: 'line90.s0.1',
            after: CLOCK,
            minMin: 60 - question.request.horizonMin,
            maxMin: null,
          }),
        ],
      ],
    ])
    const told = promiseOf(order(), {
      plan: [],
      question,
      paths: { ...paths, impossible },
      names,
      origin,
      odds: none,
    })
    expect(told.readyAt).toBeNull()
    expect(told.because).toEqual([
      'nobody here has the skill "gild" that “demould” needs',
      `“demould” has to end before the plan does, at ${names.at(60)}`,
      `“demould” begins no sooner than ${names.at(60)}`,
    ])
  })
  test('has odds by order, with the clock as sure as clocks are; only a commission is made again', async () => {
    if (!solved.ok) throw new Error('no plan')
    const readyMin = Math.max(
      ...solved.value.tasks.filter((task) => task.id !== 'clock').map((task) => task.endMin),
    )
    const asked: OddsRequest[] = []
    const weigh: Weigh = (request) => {
      asked.push(request)
      const chance = { ...request.chance, handsPct: 0, curesPct: 0, absencePct: 0 }
      return Promise.resolve(odds({ ...request, chance, runs: 50 }))
    }
    const basis = { handsPct: 25, pours: 0, yieldPct: 90, judged: 0 }
    const context = {
      question,
      orders: [order({ kind: 'market' })],
      lines: [line],
      basis,
      origin,
      againMin: new Map<number, number>(),
    }
    const found = await oddsOf(solved.value, context, weigh)
    expect(found.get(order().id)).toEqual({
      keptPct: 100,
      safeAt: after(readyMin).toISOString(),
      windowMissedPct: 0,
      basis,
    })
    expect(asked[0]?.chance).toMatchObject({ certain: ['clock'], again: [] })
    const againMin = new Map([[order().id, 4321]])
    const commission = { ...context, orders: [order({ kind: 'commission' })], againMin }
    await oddsOf(solved.value, commission, weigh)
    // Two pieces at 90 % that counts like 20: both come out in 18/20 × 19/21 of all cases.
    const [again] = asked[1]?.chance?.again ?? []
    expect(again).toMatchObject({ job: String(order().id), addsMin: 4321 })
    expect(again?.pct).toBeCloseTo(100 * (1 - (18 / 20) * (19 / 21)), 9)
    await oddsOf(solved.value, { ...commission, lines: [{ ...line, good: new Set([1]) }] }, weigh)
    expect(asked[2]?.chance?.again?.[0]?.pct).toBeCloseTo(10, 9)
    expect(
      promiseOf(order(), { plan: solved.value, question, paths, names, origin, odds: found }).odds
        ?.keptPct,
    ).toBe(100)
  })
  test('tells when it goes by the sanded path', () => {
    if (!solved.ok) throw new Error('no plan')
    expect(
      promiseOf(order(), {
        plan: solved.value,
        question,
        paths: { ...paths, sanded: new Set<JointKey>(['90.1']) },
        names,
        origin,
        odds: none,
      }).usesSand,
    ).toBe(true)
  })
})

describe('a line that finds no time', () => {
  // Two layers of twelve pieces, poured six, three and three at a time.
  const whole = (): PlanLine => ({
    ...only(linesOf(order(), shelfOf(recipe()), [pot()], [])),
    quantity: 12,
    pots: [
      [1, 1, 6],
      [1, 7, 6],
      [2, 1, 3],
      [2, 4, 3],
      [2, 7, 6],
    ].map(([layerId = 0, firstPiece = 0, pieces = 0], i) => ({
      id: i + 1,
      layerId,
      firstPiece,
      pieces,
      stirMin: 4,
      restMin: 0,
      pourMin: 4,
      workMin: 20,
      pouredMin: null,
      heatedUntilMin: null,
    })),
  })

  test('is told how many of its pieces find it, cut only where all layers are', async () => {
    const asked: [number, number][] = []
    const found = await fitsInPart(whole(), 5000, (part) => {
      asked.push([part.quantity, part.pots.length])
      return Promise.resolve(part.quantity <= 6)
    })
    expect(asked).toEqual([[6, 3]])
    expect(found).toMatchObject({
      code: 'fits-in-part',
      params: { fits: 6, pieces: 12, horizonMin: 5000 },
    })
  })
  test('of which not even the first pieces find it, is told nothing of that', async () => {
    expect(await fitsInPart(whole(), 5000, () => Promise.resolve(false))).toBeNull()
  })
})

test('a plan of a thousand tasks is run less often than one of a hundred, and never rarely', () => {
  expect([100, 1000, 10_000].map(runsFor)).toEqual([2000, 1000, 500])
})
