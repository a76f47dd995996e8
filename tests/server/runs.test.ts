import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { foldRun } from '../../core/run'
import { RESINS } from '../../demo/resins'
import { createOrder } from '../../server/services/orders/orders'
import { noteReading, recentReadings } from '../../server/services/climate/readings'
import { actOnPiece } from '../../server/services/pieces/judging'
import { getPieceLog, listLying, pieceCure, touchPiece } from '../../server/services/pieces/pieces'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe, listRecipes } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { touchedResin } from '../../server/services/resins/touched'
import { addRunEvents, getRunView, openRuns, startRun } from '../../server/services/runs/runs'
import type { Who } from '../../server/services/Who'
import type { RunView } from '../../shared/types/runs'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal, solve } from './given'

const PIECES = 4
const now = new Date('2026-03-02T09:00:00.000Z')
const minute = (minutes: number) => now.getTime() + minutes * 60_000
let knex: Knex
let manager: Who
let maker: Who
let recipeId: number
let racks: number[]
let run: RunView
let potId: number
let keys = 0

const event = (body: object): KeyedRunEvent =>
  ({
    at: minute(60),
    ...body,
    key: `00000000-0000-4000-9000-${String(keys++).padStart(12, '0')}`,
  }) as KeyedRunEvent
const laid = (placeId: number, at = 60) => event({ kind: 'cureStarted', placeId, at: minute(at) })
const undone = () => event({ kind: 'undone' })
const add = (...events: KeyedRunEvent[]) => addRunEvents(maker, run.id, events, now)
const weighed = () =>
  run.targets.parts.map(({ part, ownAmount }) =>
    event({ kind: 'weighed', part, amount: ownAmount, at: minute(1) }),
  )
const poured = () => [
  ...weighed(),
  event({ kind: 'stirStarted', at: minute(3) }),
  event({ kind: 'stirEnded', at: minute(7) }),
  event({ kind: 'pourStarted', at: minute(15) }),
  event({ kind: 'pourEnded', at: minute(20) }),
  ...run.targets.heatAfterMin.map((_, index) => event({ kind: 'heatPass', index, at: minute(25) })),
]
const pours = async () =>
  (await knex('piece_events')
    .where({ run_id: run.id, kind: 'poured' })
    .select('piece_id', 'place_id')) as { piece_id: number; place_id: number }[]

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker } = await aWorkshop(knex))
  racks = (
    (await knex('places')
      .where({ workspace_id: manager.workspaceId, kind: 'rack' })
      .select('id')) as { id: number }[]
  ).map((row) => row.id)
  const resin = await createResin(manager, RESINS[0]!, now)
  const recipe = await createRecipe(manager, aDisc(resin.id), now)
  recipeId = recipe.id
})
afterAll(leaveDatabase)
beforeEach(async () => {
  const order = await createOrder(manager, anOrderFor(recipeId, PIECES, { title: 'Discs' }), now)
  const pot = (await openPots(manager)).find((one) =>
    one.portions.some((portion) => portion.orderId === order.id),
  )!
  potId = pot.id
  run = await startRun(maker, potId, { kind: 'scale', step: 0.1, tare: true }, now)
})

test('an accepted order has its pots at once, without a plan and without anybody looking', () => {
  expect(run.pieces).toBe(PIECES)
})

describe('what was laid down counts once', () => {
  test('sent twice under two keys', async () => {
    await add(...poured(), laid(racks[0]!))
    const twice = await refusal(add(laid(racks[0]!)))
    expect(twice?.details.issues?.[0]).toMatchObject({
      path: 'events[0]',
      code: 'step-passed',
      params: { done: 'cureStarted', donePart: null, asks: 'done', asksPart: null },
    })
    expect(await pours()).toHaveLength(PIECES)
  })
  test('taken back and laid down elsewhere in one list', async () => {
    await add(...poured(), laid(racks[0]!))
    await add(undone(), laid(racks[1]!))
    const all = await pours()
    expect(all).toHaveLength(PIECES)
    expect(new Set(all.map((row) => row.place_id))).toEqual(new Set([racks[1]]))
    const own = new Set(all.map((row) => row.piece_id))
    const lying = (await listLying(manager)).filter((piece) => own.has(piece.id))
    expect(lying.map((piece) => piece.placeId)).toEqual(Array(PIECES).fill(racks[1]))
  })
  test('laid down, taken back and laid down again before any of it was sent', async () => {
    await add(...poured(), laid(racks[0]!, 60), undone(), laid(racks[0]!, 61))
    expect(await pours()).toHaveLength(PIECES)
    await add(undone())
    expect(await pours()).toHaveLength(0)
    expect((await openPots(manager)).find((pot) => pot.id === potId)?.state).toBe('mixing')
  })
})

describe('what does not follow is refused, and nothing of its list is kept', () => {
  test('a part that another device has weighed already', async () => {
    const [first, second] = weighed()
    await add(first!, second!)
    const refused = await refusal(
      add(
        event({
          kind: 'weighed',
          part: second!.kind === 'weighed' ? second!.part : 'b',
          amount: 1,
        }),
      ),
    )
    expect(refused?.code).toBe('conflict')
    expect(refused?.message).toBe(
      `“weighed part ${second!.kind === 'weighed' ? second!.part.toUpperCase() : ''}” was not taken over: this pot is at “stir”; look at what is in the cup before going on.`,
    )
    expect((refused?.details.current as RunView).events).toHaveLength(2)
    expect((await getRunView(maker, run.id)).events).toHaveLength(2)
  })
  test('nothing weighed lies nowhere', async () => {
    const refused = await refusal(add(laid(racks[0]!)))
    expect(refused?.details.issues?.[0]?.params).toMatchObject({
      done: 'cureStarted',
      asks: 'weigh',
    })
    expect(await pours()).toHaveLength(0)
  })
  test('the one that does not fit is named, wherever in the list it is', async () => {
    const [first, second] = weighed()
    const refused = await refusal(
      add(first!, second!, event({ kind: 'pourEnded' }), event({ kind: 'stirStarted' })),
    )
    expect(refused?.details.issues?.map((wrong) => wrong.path)).toEqual(['events[2]'])
    expect((await getRunView(maker, run.id)).events).toEqual([])
  })
  test('a list sent again after a lost answer is no other: it changes nothing', async () => {
    const all = [...poured(), laid(racks[0]!)]
    await add(...all)
    await add(...all)
    expect((await getRunView(maker, run.id)).events).toHaveLength(all.length)
    expect(await pours()).toHaveLength(PIECES)
  })
})

test('a pot given up gets another for its pieces in the same moment', async () => {
  await add(event({ kind: 'spoiled' }))
  const pots = await openPots(manager)
  expect(pots.some((pot) => pot.id === potId)).toBe(false)
  const [orderId] = (await knex('order_lines')
    .join('pot_portions', 'pot_portions.order_line_id', 'order_lines.id')
    .where('pot_portions.pot_id', potId)
    .pluck('order_lines.order_id')) as number[]
  const next = pots.find((pot) => pot.portions.some((portion) => portion.orderId === orderId))
  expect(next).toMatchObject({ state: 'planned' })
})

test('eight resins, orders and starts at once: everybody is served', async () => {
  const answers = await Promise.allSettled([
    ...Array.from({ length: 8 }, (_, i) =>
      createResin(manager, { ...RESINS[1]!, name: `At once ${i}` }, now),
    ),
    ...Array.from({ length: 8 }, (_, i) =>
      createOrder(manager, anOrderFor(recipeId, 2, { title: `At once ${i}` }), now),
    ),
    ...Array.from({ length: 8 }, () =>
      startRun(maker, potId, { kind: 'scale', step: 0.1, tare: true }, now),
    ),
  ])
  expect(answers.filter((answer) => answer.status === 'rejected')).toEqual([])
})

describe('a piece of two layers', () => {
  let pots: Awaited<ReturnType<typeof openPots>>
  const scale = { kind: 'scale' as const, step: 0.1, tare: true }
  beforeEach(async () => {
    const { mouldId, layers } = (await listRecipes(manager)).find((one) => one.id === recipeId)!
    const two = await createRecipe(
      manager,
      {
        ...aDisc(layers[0]!.resinId, mouldId, [
          { name: 'face', fill: { depthMm: 2 } },
          { name: 'back', fill: { toBrim: true } },
        ]),
        name: `Two layers ${keys++}`,
      },
      now,
    )
    const order = await createOrder(manager, anOrderFor(two.id, 2, { title: 'Two of two' }), now)
    pots = (await openPots(manager)).filter((pot) =>
      pot.portions.some((portion) => portion.orderId === order.id),
    )
  })
  const potOfLayer = (index: number) =>
    pots.find((pot) => pot.portions.some((portion) => portion.layerIndex === index))!

  test('is not begun from the back, unless somebody says that the face is poured', async () => {
    const refused = await refusal(startRun(maker, potOfLayer(1).id, scale, now))
    expect(refused?.code).toBe('say-so')
    expect(refused?.message).toBe(
      'By the log, what lies below is not poured yet: “face” of “Two of two”.',
    )
    run = await startRun(maker, potOfLayer(1).id, scale, now, true)
    expect(run.potId).toBe(potOfLayer(1).id)
    // Once the back is on, nobody pours the face under it any more.
    await add(...poured(), laid(racks[0]!))
    const open = (await openPots(manager)).map(({ id }) => id)
    expect(open).not.toContain(potOfLayer(0).id)
  })
  test('is begun from the back once the face is poured, and sold only whole', async () => {
    run = await startRun(maker, potOfLayer(0).id, scale, now)
    await add(...poured(), laid(racks[0]!))
    const [pour] = await pours()
    const judge = async (soItIs: boolean) => {
      const { piece } = await getPieceLog(manager, pour!.piece_id)
      return actOnPiece(
        manager,
        piece.id,
        'good',
        { version: piece.version, note: '', soItIs },
        now,
      )
    }
    const refused = await refusal(judge(false))
    expect(refused?.code).toBe('say-so')
    expect(refused?.message).toBe('By its log this piece is not poured whole: “back” is missing.')
    const { piece } = await judge(true)
    expect(piece.state).toBe('good')
    // Nothing is poured for it any more; the other piece still gets its back.
    const orderId = potOfLayer(0).portions[0]!.orderId
    const [back, ...more] = (await openPots(manager)).filter(
      (pot) =>
        pot.state === 'planned' && pot.portions.some((portion) => portion.orderId === orderId),
    )
    expect(more).toEqual([])
    expect(back!.portions).toMatchObject([
      { layerIndex: 1, firstPiece: 3 - piece.number, pieces: 1 },
    ])
    expect((await startRun(maker, back!.id, scale, now)).potId).toBe(back!.id)
  })
})

test('a pot given up says why, and no new pot takes the letter of one whose pieces still lie', async () => {
  const { letter } = run
  await add(...poured(), laid(racks[0]!))
  // More pots than there are letters.
  for (let i = 0; i < 30; i++)
    await createOrder(manager, anOrderFor(recipeId, 1, { title: `Letters ${i}` }), now)
  const pots = await openPots(manager)
  const letters = pots.map((pot) => pot.letter)
  expect(letters).not.toContain(letter)
  expect(new Set(letters).size).toBe(letters.length)
  const other = pots.find((pot) => pot.portions[0]?.orderTitle === 'Letters 0')!
  run = await startRun(maker, other.id, { kind: 'scale', step: 0.1, tare: true }, now)
  await add(event({ kind: 'spoiled', reason: 'it gelled in the cup' }))
  expect((await getRunView(maker, run.id)).events.at(-1)).toMatchObject({
    kind: 'spoiled',
    reason: 'it gelled in the cup',
  })
})

describe('a piece that is judged', () => {
  const orderOfRun = async () => (await getPieceLog(manager, (await pours())[0]!.piece_id)).piece
  const judge = async (id: number, act: Parameters<typeof actOnPiece>[2], at = minute(100)) => {
    const { piece } = await getPieceLog(manager, id)
    return actOnPiece(
      manager,
      id,
      act,
      { version: piece.version, note: '', soItIs: true },
      new Date(at),
    )
  }
  const potsAhead = async (orderId: number) =>
    (await openPots(manager)).filter((pot) =>
      pot.portions.some((portion) => portion.orderId === orderId),
    )
  const promised = async (orderId: number) => {
    const plan = await makePlan(manager, solve, new Date(minute(120)), null)
    return plan.promises.find((promise) => promise.orderId === orderId)!
  }

  test('lost gets a pot again, is planned again, and is good only then', async () => {
    await add(...poured(), laid(racks[0]!))
    const ids = (await pours()).map((pour) => pour.piece_id)
    const { orderId } = await orderOfRun()
    expect(await potsAhead(orderId)).toEqual([])
    for (const id of ids.slice(0, 2)) await judge(id, 'good')
    await judge(ids[2]!, 'lost')
    await judge(ids[3]!, 'lost')
    const [again, ...more] = await potsAhead(orderId)
    expect(more).toEqual([])
    expect(again?.portions).toMatchObject([{ firstPiece: 3, pieces: 2 }])
    expect(await promised(orderId)).toMatchObject({ isMade: false })
    // What was not lost after all needs no pot any more.
    await judge(ids[3]!, 'taken back')
    await judge(ids[3]!, 'good')
    expect((await potsAhead(orderId))[0]?.portions).toMatchObject([{ firstPiece: 3, pieces: 1 }])
    await judge(ids[2]!, 'taken back')
    expect(await potsAhead(orderId)).toEqual([])
    await judge(ids[2]!, 'lost')
    const [last] = await potsAhead(orderId)
    run = await startRun(maker, last!.id, { kind: 'scale', step: 0.1, tare: true }, now)
    await add(
      ...poured().map((one) => ({ ...one, at: one.at + 120 * 60_000 })),
      laid(racks[1]!, 300),
    )
    expect((await getPieceLog(manager, ids[2]!)).piece.state).toBe('curing')
    expect(await potsAhead(orderId)).toEqual([])
    await judge(ids[2]!, 'good')
    expect(await promised(orderId)).toMatchObject({ isMade: true })
  })
  test('lies where it lay once its verdict is taken back, or the pour over it', async () => {
    await add(...poured(), laid(racks[1]!))
    const [pour] = await pours()
    await judge(pour!.piece_id, 'good')
    const { piece } = await judge(pour!.piece_id, 'taken back')
    expect([piece.state, piece.placeId]).toEqual(['curing', racks[1]])
  })
})

test('what lies more than a day ahead cannot have happened', async () => {
  const [first] = weighed()
  const refused = await refusal(add({ ...first!, at: minute(25 * 60) }))
  expect(refused?.details.issues).toMatchObject([{ path: 'events[0].at', code: 'not-yet' }])
  expect((await add({ ...first!, at: minute(23 * 60) })).events).toHaveLength(1)
})

describe('a pot that goes another way', () => {
  test('a heat pass is left out with a reason, and not without', async () => {
    await add(...poured().filter(({ kind }) => kind !== 'heatPass'))
    const passes = run.targets.heatAfterMin.map((_, index) =>
      event({ kind: 'skipped', index, reason: 'no bubbles came up', at: minute(25) }),
    )
    const after = await add(...passes, laid(racks[0]!))
    expect(foldRun(after.targets, after.events).step.kind).toBe('done')
    expect(passes.length).toBeGreaterThan(0)
  })
  test('handed over, it is somebody else’s to go on with; taking back is for steps', async () => {
    const [part] = weighed()
    const over = await add(part!, event({ kind: 'handedOver', personId: manager.personId }))
    expect(over.personId).toBe(manager.personId)
    const back = await add(undone())
    expect(back.personId).toBe(manager.personId)
    expect(foldRun(back.targets, back.events).inCup).toEqual({ a: 0, b: 0 })
    const nobody = await refusal(add(event({ kind: 'handedOver', personId: 99_999 })))
    expect(nobody?.details.issues).toMatchObject([
      { path: 'events[0].personId', code: 'not-here-any-more' },
    ])
  })
})

describe('how warm it is', () => {
  const workableUntil = (view: RunView) => foldRun(view.targets, view.events).workableUntil
  const stirred = () => [
    ...weighed(),
    event({ kind: 'stirStarted', at: minute(3) }),
    event({ kind: 'stirEnded', at: minute(7) }),
  ]

  test('a run goes on among the open ones, and is none of them once it lies', async () => {
    expect((await openRuns(maker)).map(({ id }) => id)).toContain(run.id)
    await add(...poured(), laid(racks[0]!))
    expect((await openRuns(maker)).map(({ id }) => id)).not.toContain(run.id)
  })
  test('measured at the bench, the cup’s time follows, and its room has been measured', async () => {
    const before = workableUntil(await add(...stirred()))!
    const warm = await add(event({ kind: 'measured', tempC: 30, at: minute(8) }))
    expect(workableUntil(warm)).toBeLessThan(before)
    const readings = await recentReadings(manager, new Date(minute(9)))
    expect(readings.at(-1)).toMatchObject({ tempC: 30, source: 'hand', placeId: null })
    // Taking back is for steps: what was measured stays, and the stirring is not over.
    const back = await add(undone())
    expect(foldRun(back.targets, back.events)).toMatchObject({
      step: { kind: 'stir' },
      bench: { tempC: 30, isMeasured: true },
    })
  })
  test('where the sheet counts from the first contact, the cup’s time does', async () => {
    const { targets } = run
    const fromContact = {
      ...targets,
      warmth: { ...targets.warmth!, fromContact: true },
      workMin: 40,
    }
    const log = stirred().map((one, i) => ({ ...one, at: minute(i) }))
    expect(foldRun(fromContact, log).workableUntil).toBe(minute(1) + 40 * 60_000)
  })
  test('a colder room makes what lies there later; a box says for itself; nobody measures the future', async () => {
    await add(...poured(), laid(racks[0]!))
    const [piece] = await listLying(maker)
    const at = (row: typeof piece, of: 'from' | 'at' | 'until' = 'at') =>
      Date.parse(row!.openings.find(({ milestone }) => milestone === 'demould')![of])
    expect(at(piece, 'from')).toBeLessThan(at(piece))
    expect(at(piece)).toBeLessThan(at(piece, 'until'))
    const [room] = (await knex('places').where({ id: racks[0] }).select('room_id')) as {
      room_id: number
    }[]
    const reading = {
      roomId: room!.room_id,
      placeId: null,
      tempC: 12,
      humidityPct: null,
      at: new Date(minute(90)).toISOString(),
    }
    await noteReading(maker, reading, new Date(minute(90)))
    const colder = (await listLying(maker)).find(({ id }) => id === piece!.id)
    expect(at(colder)).toBeGreaterThan(at(piece))
    expect((await pieceCure(maker, piece!.id))!.profile.some(({ tempC }) => tempC === 12)).toBe(
      true,
    )
    const refusedReading = await refusal(
      noteReading(maker, { ...reading, at: new Date(minute(500)).toISOString() }, now),
    )
    expect(refusedReading?.details.issues).toMatchObject([{ path: 'at' }])
    const nowhere = await refusal(
      noteReading(maker, { ...reading, roomId: 99_999 }, new Date(minute(90))),
    )
    expect(nowhere?.details.issues).toMatchObject([{ path: 'roomId', code: 'place-unknown' }])
  })
  test('a finger shifts the times of its piece alone, and stands in its log', async () => {
    await add(...poured(), laid(racks[0]!))
    const [piece, other] = await listLying(maker)
    const late = new Date(
      Date.parse(piece!.openings.find((one) => one.milestone === 'demould')!.until),
    )
    const log = await touchPiece(maker, piece!.id, { milestone: 'demould', isThere: false }, late)
    expect(log.events.at(-1)).toMatchObject({ kind: 'not yet', milestone: 'demould' })
    const rows = await listLying(maker)
    const untilOf = (id: number) =>
      rows.find((row) => row.id === id)!.openings.find(({ milestone }) => milestone === 'full')!.at
    expect(Date.parse(untilOf(piece!.id))).toBeGreaterThan(Date.parse(untilOf(other!.id)))
    const learned = await touchedResin(maker, piece!.resinId)
    expect(learned.pieces).toBeGreaterThan(0)
    expect(learned.slowerPct).toBeGreaterThan(0)
    await actOnPiece(maker, piece!.id, 'lost', { version: piece!.version, note: '' }, now)
    const gone = await refusal(
      touchPiece(maker, piece!.id, { milestone: 'demould', isThere: true }, late),
    )
    expect(gone?.message).toContain('cures no more')
  })
})
