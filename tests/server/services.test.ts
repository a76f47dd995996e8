import { EVERY_OPEN_ORDER } from '../../shared/schemas/orders'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import sharp from 'sharp'
import { planWork } from '../../core/plan'
import { IN_A_MOULD } from '../../core/trade'
import { coursed } from '../../shared/schemas/recipeBefore'
import { RECIPES } from '../../demo/recipes'
import { RESINS } from '../../demo/resins'
import { AppError } from '../../server/services/AppError'
import { personOfToken, signIn, signOut } from '../../server/services/people/auth'
import { createOrder, getOrder, listOrders, saveOrder } from '../../server/services/orders/orders'
import { actOnPiece } from '../../server/services/pieces/judging'
import {
  getPieceLog,
  listLying,
  movePiece,
  photographPiece,
} from '../../server/services/pieces/pieces'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import type { Solve } from '../../server/services/planning/choose/planAll'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe, listRecipes, saveRecipe } from '../../server/services/recipes/recipes'
import { createResin, listResins, saveResin } from '../../server/services/resins/resins'
import { addRunEvents, getRunView, startRun } from '../../server/services/runs/runs'
import type { Who } from '../../server/services/Who'
import { piecesOfPot } from '../../shared/potTitle'
import type { ResinFields } from '../../shared/schemas/resins'
import type { OrderFields } from '../../shared/schemas/orders'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import { getWorkshop } from '../../server/services/workshop/workshop'
import { aWorkshop, freshDatabase, leaveDatabase, PASSWORD } from './database'

let knex: Knex
let manager: Who
let maker: Who
let guest: Who
let stranger: Who
const now = new Date('2026-03-02T09:00:00.000Z')
const at = (minutes: number) => new Date(now.getTime() + minutes * 60_000)
const solve: Solve = (work) => Promise.resolve(planWork(work, { now: () => 0, startedAt: 0 }))
const refusal = async (work: Promise<unknown>): Promise<AppError> => {
  try {
    await work
  } catch (error) {
    if (error instanceof AppError) return error
    throw error
  }
  throw new Error('it was not refused')
}
const aResin = (changes: Partial<ResinFields> = {}): ResinFields => ({ ...RESINS[0]!, ...changes })
let recipeId = 0
const anOrder = (changes: Partial<OrderFields> = {}): OrderFields => ({
  kind: 'commission',
  title: 'Two blocks',
  customer: 'Somebody',
  promisedAt: '2026-03-20T15:00:00.000Z',
  state: 'accepted',
  colours: '',
  wish: '',
  note: '',
  lines: [{ recipeId, quantity: 2 }],
  ...changes,
})

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker, guest } = await aWorkshop(knex))
  stranger = (await aWorkshop(knex, 'Other yard')).manager
  const resin = await createResin(manager, aResin(), now)
  const mould = await knex('moulds')
    .where({ workspace_id: manager.workspaceId, name: 'Keepsake mould' })
    .first('id')
  const {
    mould: _mould,
    layers,
    steps,
    ...block
  } = RECIPES.find((one) => one.name === 'Pendulum disc')!
  const recipe = await createRecipe(
    manager,
    {
      ...block,
      ...IN_A_MOULD,
      others: [],
      archived: false,
      mouldId: mould.id,
      ...coursed(
        layers.map(({ resin: _resin, pigments: _pigments, ...layer }) => ({
          id: 0,
          inclusions: [],
          runOffPct: 0,
          cups: 1,
          stirMin: 4,
          restMin: 8,
          pourMin: 2,
          heatAfterMin: [3],
          recoat: 'either' as const,
          ...layer,
          resinId: resin.id,
          pigments: [],
        })),
        steps,
      ),
    },
    now,
  )
  recipeId = recipe.id
})
afterAll(leaveDatabase)

describe('signing in', () => {
  const from = (address: string, device: string | null = null) => ({ address, device })
  const wrong = async (name: string, at: ReturnType<typeof from>) =>
    (await refusal(signIn(name, 'wrong', at, now))).code

  test('opens a session that lasts until signing out', async () => {
    const { token, person } = await signIn('test-yard-manager', PASSWORD, from('127.0.0.1'), now)
    expect(person.role).toBe('manager')
    expect((await personOfToken(token, at(60)))?.who.personId).toBe(manager.personId)
    expect(await personOfToken(token, at(15 * 1440))).toBeNull()
    await signOut(token)
    expect(await personOfToken(token, at(60))).toBeNull()
  })
  test('the token itself is not kept', async () => {
    const { token } = await signIn('test-yard-maker', PASSWORD, from('127.0.0.1'), now)
    expect(await knex('sessions').where({ token_hash: token })).toHaveLength(0)
  })
  test('five wrong tries make the next one wait, even with the right password', async () => {
    for (let i = 0; i < 5; i++)
      expect((await refusal(signIn('test-yard-guest', 'wrong', from('127.0.0.9'), now))).code).toBe(
        'wrong-password',
      )
    const sixth = await refusal(signIn('test-yard-guest', PASSWORD, from('127.0.0.9'), now))
    expect(sixth.code).toBe('too-many-tries')
    expect(sixth.details.retryAfterS).toBeGreaterThan(0)
    await expect(signIn('test-yard-guest', PASSWORD, from('127.0.0.8'), now)).resolves.toBeDefined()
  })
  test('a name is the same with blanks around it and in capitals', async () => {
    const { person } = await signIn('  Test-Yard-MANAGER ', PASSWORD, from('127.0.0.1'), now)
    expect(person.id).toBe(manager.personId)
  })
  test('strangers do not lock somebody out at a device of their own, but themselves', async () => {
    const { device } = await signIn('test-yard-maker', PASSWORD, from('10.0.0.1'), now)
    for (let i = 0; i < 5; i++) await wrong('test-yard-maker', from('10.0.0.1'))
    expect(await wrong('test-yard-maker', from('10.0.0.1'))).toBe('too-many-tries')
    await expect(
      signIn('test-yard-maker', PASSWORD, from('10.0.0.1', device), now),
    ).resolves.toBeDefined()
    // Not at a device that is somebody else's, or made up.
    expect(await wrong('test-yard-maker', from('10.0.0.1', 'made-up'))).toBe('too-many-tries')
    expect(await knex('known_devices').where({ token_hash: device })).toEqual([])
    // What we have not given out is not taken over; what we have is, for makers share devices.
    const madeUp = await signIn('test-yard-guest', PASSWORD, from('10.0.0.2', 'made-up'), now)
    expect(madeUp.device).not.toBe('made-up')
    const shared = await signIn('test-yard-guest', PASSWORD, from('10.0.0.2', device), now)
    expect(shared.device).toBe(device)
  })
  test('an address that tries many names waits too, whatever the names', async () => {
    const codes: string[] = []
    for (let i = 0; i < 31; i++) codes.push(await wrong(`nobody-${i}`, from('10.9.9.9')))
    expect(codes.slice(0, 30)).toEqual(Array.from({ length: 30 }, () => 'wrong-password'))
    expect(codes[30]).toBe('too-many-tries')
  })
  test('an unknown name is told no more than a wrong password', async () => {
    expect((await refusal(signIn('nobody', PASSWORD, from('127.0.0.7'), now))).message).toBe(
      (await refusal(signIn('test-yard-maker', 'x', from('127.0.0.7'), now))).message,
    )
  })
})

describe('what two people edit', () => {
  test('a save over somebody else’s is refused with what they left', async () => {
    const order = await createOrder(manager, anOrder(), now)
    const { id, version, ...fields } = order
    await saveOrder(manager, id, { ...fields, note: 'theirs', version }, at(1))
    const conflict = await refusal(
      saveOrder(manager, id, { ...fields, note: 'mine', version }, at(2)),
    )
    expect(conflict.code).toBe('conflict')
    expect(conflict.details.current).toMatchObject({ note: 'theirs', version: version + 1 })
    expect((await getOrder(manager, id)).note).toBe('theirs')
  })
  test('of two saves at the same moment one wins', async () => {
    const { id, version, ...fields } = await createOrder(
      manager,
      anOrder({ title: 'Contested' }),
      now,
    )
    const results = await Promise.allSettled(
      ['one', 'two', 'three'].map((note) =>
        saveOrder(manager, id, { ...fields, note, version }, at(1)),
      ),
    )
    expect(results.filter((result) => result.status === 'fulfilled')).toHaveLength(1)
  })
  test('lines keep their id while they stay', async () => {
    const { id, version, ...fields } = await createOrder(
      manager,
      anOrder({
        lines: [
          { recipeId, quantity: 1 },
          { recipeId, quantity: 2 },
        ],
      }),
      now,
    )
    const swapped = await saveOrder(
      manager,
      id,
      { ...fields, lines: [...fields.lines].reverse(), version },
      at(1),
    )
    expect(swapped.lines.map((line) => line.id)).toEqual(
      fields.lines.map((line) => line.id).reverse(),
    )
  })
})

describe('the path of a number', () => {
  test.each([
    [0.1, 1.234567],
    [12.5, 0.000001],
    [1.005, 99999.999999],
  ])('%d and %d come back as they were sent', async (densityA, part) => {
    const saved = await createResin(
      manager,
      aResin({
        name: `Path ${densityA} ${part}`,
        densityA,
        ratio: { basis: 'mass', a: part, b: 1 },
      }),
      now,
    )
    const read = (await listResins(manager)).find((resin) => resin.id === saved.id)!
    expect([read.densityA, read.ratio.a]).toEqual([densityA, part])
  })
  test('an absent density stays absent, money keeps its digits, instants their milliseconds', async () => {
    const {
      densityA: _a,
      densityB: _b,
      ...without
    } = aResin({ name: 'Without densities', kitPrice: '12.50' })
    const saved = await createResin(manager, without, now)
    expect([saved.densityA, saved.kitPrice]).toEqual([undefined, '12.50'])
    const order = await createOrder(
      manager,
      anOrder({ promisedAt: '2026-03-29T01:30:00.123Z' }),
      now,
    )
    expect((await getOrder(manager, order.id)).promisedAt).toBe('2026-03-29T01:30:00.123Z')
  })
})

describe('rights and workspaces', () => {
  test('nobody sees another workshop', async () => {
    const order = await createOrder(manager, anOrder(), now)
    expect((await refusal(getOrder(stranger, order.id))).code).toBe('unknown')
    expect(await listRecipes(stranger)).toEqual([])
    expect((await refusal(createOrder(stranger, anOrder(), now))).details.issues?.[0]?.path).toBe(
      'lines[0].recipeId',
    )
    const [resin] = await listResins(manager)
    expect(
      (await refusal(saveResin(stranger, resin!.id, { ...aResin(), version: resin!.version }, now)))
        .code,
    ).toBe('unknown')
  })
  test('prices are for members to see, and the manager’s to change', async () => {
    const resin = await createResin(manager, aResin({ name: 'Priced', kitPrice: '40.00' }), now)
    const ofGuest = (await listResins(guest)).find(({ id }) => id === resin.id)
    expect(ofGuest).toMatchObject({ kitPrice: null, stockMl: resin.stockMl })
    const { id: _id, ...fields } = resin
    const dearer = await refusal(saveResin(maker, resin.id, { ...fields, kitPrice: '41.00' }, now))
    expect([dearer.code, dearer.details.issues?.[0]?.path]).toEqual(['forbidden', 'kitPrice'])
    const changed = await saveResin(
      maker,
      resin.id,
      { ...fields, kitPrice: '40.0', note: 'n' },
      now,
    )
    expect(changed).toMatchObject({ note: 'n', kitPrice: '40.00' })
    expect((await getWorkshop(guest)).rules.money).toBeNull()
    expect((await getWorkshop(maker)).rules.money).not.toBeNull()
  })
  test('a taken name is a complaint at the name', async () => {
    expect((await refusal(createResin(manager, aResin(), now))).details.issues).toEqual([
      { path: 'name', code: 'name-taken', params: { what: 'resin' } },
    ])
  })
  test('a recipe that cannot be filled is not stored', async () => {
    const [recipe] = await listRecipes(manager)
    const { id, ...fields } = recipe!
    const broken = {
      ...fields,
      layers: fields.layers.map((layer, i) =>
        i === 0 ? { ...layer, fill: { depthMm: 999 } } : layer,
      ),
    }
    expect((await refusal(saveRecipe(manager, id, broken, now))).code).toBe('over-brim')
  })
})

test('orders come a page at a time by promise, without gap or double', async () => {
  const many = (await aWorkshop(knex, 'Busy yard')).manager
  const resin = await createResin(many, aResin(), now)
  const { id: _id, version: _version, ...fields } = (await listRecipes(manager))[0]!
  const recipe = await createRecipe(
    many,
    {
      ...fields,
      mouldId: null,
      layers: fields.layers.map((layer) => ({ ...layer, id: 0, resinId: resin.id })),
    },
    now,
  )
  for (let i = 0; i < 120; i++)
    await createOrder(
      many,
      anOrder({
        title: `Order ${i}`,
        promisedAt: at(1440 * (i % 7)).toISOString(),
        lines: [{ recipeId: recipe.id, quantity: 1 }],
      }),
      now,
    )
  const seen: number[] = []
  for (let after: string | null = null; ;) {
    const page = await listOrders(many, EVERY_OPEN_ORDER, after)
    seen.push(...page.rows.map((order) => order.id))
    after = page.next
    if (after === null) break
  }
  expect(seen).toHaveLength(120)
  expect(new Set(seen).size).toBe(120)
})

describe('from the plan to the notebook', () => {
  let runId = 0
  let pieces = 0
  const event = (index: number, event: object): KeyedRunEvent =>
    ({
      ...event,
      key: `00000000-0000-4000-8000-${String(index).padStart(12, '0')}`,
    }) as KeyedRunEvent

  test('a plan lines up pots with letters, and planning again keeps them', async () => {
    await createOrder(manager, anOrder({ title: 'To be made' }), now)
    const first = await makePlan(manager, solve, now)
    expect(
      first.promises.some((promise) => promise.title === 'To be made' && promise.readyAt !== null),
    ).toBe(true)
    const letters = (await openPots(manager)).map((pot) => `${pot.id}${pot.letter}`).sort()
    await makePlan(manager, solve, at(5))
    expect((await openPots(manager)).map((pot) => `${pot.id}${pot.letter}`).sort()).toEqual(letters)
    expect(new Set((await openPots(manager)).map((pot) => pot.letter)).size).toBe(letters.length)
  })

  test('two taps start one run', async () => {
    const [pot] = await openPots(manager)
    const choice = { kind: 'scale' as const, step: 0.1, tare: true }
    const [one, two] = await Promise.all([
      startRun(manager, pot!.id, choice, now),
      startRun(manager, pot!.id, choice, now),
    ])
    expect(one.id).toBe(two.id)
    runId = one.id
    pieces = piecesOfPot(pot!)
  })

  test('events sent twice count once, and curing lays the pieces on their rack', async () => {
    const { targets } = await getRunView(manager, runId)
    const place = (await knex('places')
      .where({ workspace_id: manager.workspaceId, name: 'North rack' })
      .first('id')) as { id: number }
    const events = [
      ...targets.parts.map((part, i) =>
        event(i, { kind: 'weighed', part: part.part, amount: part.ownAmount, at: at(i).getTime() }),
      ),
      event(10, { kind: 'stirStarted', at: at(3).getTime() }),
      event(11, { kind: 'stirEnded', at: at(7).getTime() }),
      event(12, { kind: 'pourStarted', at: at(15).getTime() }),
      event(13, { kind: 'pourEnded', at: at(20).getTime() }),
      ...targets.heatAfterMin.map((after, index) =>
        event(20 + index, { kind: 'heatPass', index, at: at(20 + after).getTime() }),
      ),
    ]
    await addRunEvents(manager, runId, events, at(30))
    const twice = await addRunEvents(
      manager,
      runId,
      [...events, event(30, { kind: 'cureStarted', placeId: place.id, at: at(50).getTime() })],
      at(50),
    )
    expect(twice.events).toHaveLength(events.length + 1)
    const lying = await listLying(manager)
    expect(lying).toHaveLength(pieces)
    expect(lying[0]).toMatchObject({
      state: 'curing',
      placeId: place.id,
      curedFrom: at(20).toISOString(),
      layersLeft: 1,
    })
    expect(lying[0]!.openings.map((opening) => opening.milestone)).toContain('tackFrom')
  })

  test('a place of another workshop is refused, and nothing is kept of it', async () => {
    const foreign = (await knex('places')
      .where({ workspace_id: stranger.workspaceId })
      .first('id')) as { id: number }
    const [piece] = await listLying(manager)
    expect(
      (
        await refusal(
          movePiece(manager, piece!.id, { version: piece!.version, placeId: foreign.id }, at(60)),
        )
      ).code,
    ).toBe('invalid-input')
  })

  test('demoulding and judging are written down, can be taken back, and cannot be done twice', async () => {
    const [piece] = await listLying(manager)
    const lifted = await actOnPiece(
      manager,
      piece!.id,
      'demoulded',
      { version: piece!.version, note: 'clean', soItIs: true },
      at(2000),
    )
    expect(lifted.piece.state).toBe('demoulded')
    expect(
      (
        await refusal(
          actOnPiece(
            manager,
            piece!.id,
            'demoulded',
            { version: lifted.piece.version, note: '' },
            at(2001),
          ),
        )
      ).code,
    ).toBe('invalid-input')
    expect(
      (
        await refusal(
          actOnPiece(manager, piece!.id, 'good', { version: piece!.version, note: '' }, at(2002)),
        )
      ).code,
    ).toBe('conflict')
    const judged = await actOnPiece(
      manager,
      piece!.id,
      'good',
      { version: lifted.piece.version, note: '', soItIs: true },
      at(3000),
    )
    const back = await actOnPiece(
      manager,
      piece!.id,
      'taken back',
      { version: judged.piece.version, note: '' },
      at(3001),
    )
    expect(back.piece.state).toBe('demoulded')
    expect((await getPieceLog(manager, piece!.id)).events.map((one) => one.kind)).toEqual([
      'poured',
      'demoulded',
      'good',
      'taken back',
    ])
  })

  test('photographs are read by content', async () => {
    const [piece] = await listLying(manager)
    const picture = await sharp({
      create: { width: 2400, height: 900, channels: 3, background: '#406040' },
    })
      .png()
      .toBuffer()
    const log = await photographPiece(manager, piece!.id, picture, at(3100))
    expect(log.photoIds).toHaveLength(1)
    expect(
      await knex('photos').where({ id: log.photoIds[0] }).first('width_px', 'height_px'),
    ).toEqual({ width_px: 1600, height_px: 600 })
    expect(
      (
        await refusal(
          photographPiece(
            manager,
            piece!.id,
            Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
            now,
          ),
        )
      ).code,
    ).toBe('not-an-image')
    expect(
      (await refusal(photographPiece(manager, piece!.id, Buffer.alloc(13 * 1024 * 1024), now)))
        .code,
    ).toBe('too-large')
  })
})
