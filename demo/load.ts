import type { Knex } from 'knex'
import { DateTime } from 'luxon'
import { METRIC } from '../core/units'
import { hashPassword } from '../server/services/people/auth'
import { useDatabase } from '../server/db/database'
import { createOrder, getOrder, saveOrder } from '../server/services/orders/orders'
import { makePlan } from '../server/services/planning/propose/makePlan'
import { createRecipe } from '../server/services/recipes/recipes'
import { createResin } from '../server/services/resins/resins'
import { IN_A_MOULD } from '../core/trade'
import { coursed } from '../shared/schemas/recipeBefore'
import type { Who } from '../server/services/Who'
import type { Order } from '../shared/types/orders'
import {
  Chance,
  liveThrough,
  readThermometers,
  solveHere,
  tellHandWork,
  type Past,
} from './history'
import { OPEN_ORDERS, PAST_OF_GUESTS, PAST_ORDERS, type DemoOrder } from './orders'
import { MATERIALS } from './materials'
import { POURED_RECIPES } from './pouredRecipes'
import { pouredFields } from './pouredWords'
import { RECIPES, type DemoLayer } from './recipes'
import { RESINS } from './resins'
import { PAST_MARKETS, sellAtMarket, thinkOfMarkets } from './markets'
import { Till } from './quotes'
import { buyWhatRunsLow, countStores, orderForTheYard } from './stores'
import {
  DEMO_PASSWORD,
  FILLER_MOULDS,
  MOULDS,
  PEOPLE,
  PIGMENTS,
  PLACES,
  ROOMS,
  STATIONS,
  WORKSPACE,
} from './workshop'

const SEED = 20
/** The stores are as old as the ledger. */
const STORES_BEGAN_DAYS = 110

interface Ids {
  workspaceId: number
  people: Map<number, Who>
  rooms: { id: number; tempC: number }[]
  racks: number[]
  manager: Who
  moulds: Map<string, number>
  pigments: Map<string, number>
  materials: Map<string, number>
}

/**
 * Loads the made-up Oxbow Yard: people, stores, recipes, three months of past work and the open
 * orders, with every date relative to `now`. Work goes through the same services as the
 * application's.
 */
export async function loadDemo(knex: Knex, now: Date): Promise<void> {
  useDatabase(knex)
  const passwordHash = await hashPassword(DEMO_PASSWORD)
  const workspaceId = await addRow(knex, 'workspaces', { ...WORKSPACE, updated_at: now })
  await furnishYard(knex, { workspaceId, signInOf: (name) => name, passwordHash }, now)
}

/** A workshop that is to become the yard, and how its people sign in. */
interface Yard {
  workspaceId: number
  signInOf: (name: string) => string
  /** Null where nobody signs in as one of them. */
  passwordHash: string | null
}

const addRow = async (knex: Knex, table: string, row: Record<string, unknown>) =>
  (await knex(table).insert(row))[0] ?? 0

/**
 * Fills an empty workshop with the yard's people, stores, recipes, past and orders.
 * @param onProgress told the share that is done
 */
export async function furnishYard(
  knex: Knex,
  yard: Yard,
  now: Date,
  onProgress: (share: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  // The past is told faster than a plan can follow it.
  await setFollowing(knex, yard.workspaceId, 'asked')
  const ids = await loadWorkshop(knex, yard, now)
  const resins = new Map<string, number>()
  for (const resin of RESINS)
    resins.set(resin.name, (await createResin(ids.manager, resin, now)).id)
  const recipes = new Map<string, number>()
  for (const { mould, layers, steps, ...recipe } of RECIPES) {
    const fields = {
      ...IN_A_MOULD,
      ...(mould === null && { front: 'upside' as const }),
      others: [],
      ...recipe,
      archived: false,
      mouldId: mould === null ? null : need(ids.moulds, mould),
      ...coursed(
        layers.map((layer) => layerOf(layer, resins, ids.pigments)),
        steps,
      ),
    }
    recipes.set(recipe.name, (await createRecipe(ids.manager, fields, now)).id)
  }
  const byKind = {
    resin: resins,
    pigment: ids.pigments,
    mould: ids.moulds,
    material: ids.materials,
    person: new Map([...ids.people.values()].map(({ name, personId }) => [name, personId])),
  }
  for (const recipe of POURED_RECIPES) {
    const fields = pouredFields(recipe, (what, name) => need(byKind[what], name))
    recipes.set(
      recipe.name,
      (await createRecipe(ids.manager, { ...fields, archived: false }, now)).id,
    )
  }
  const past: Past = {
    who: (id) => ids.people.get(id ?? 0) ?? ids.manager,
    racks: ids.racks,
    chance: new Chance(SEED),
    now,
  }
  await readThermometers(ids.manager, ids.rooms, past)
  const today = DateTime.fromJSDate(now, { zone: WORKSPACE.time_zone }).startOf('day')
  const take = async (order: DemoOrder) => {
    const takenAt =
      order.takenDay === 0 ? now : today.plus({ days: order.takenDay, hours: 8 }).toJSDate()
    const promisedAt =
      today.plus({ days: order.promisedDay, hours: order.promisedHour }).toUTC().toISO() ?? ''
    const { kind, title, customer, colours, note, wish = '' } = order
    const lines = order.lines.map(([recipe, quantity]) => ({
      recipeId: need(recipes, recipe),
      quantity,
    }))
    const taken = await createOrder(
      ids.manager,
      {
        kind,
        title,
        customer,
        colours,
        note,
        wish,
        promisedAt,
        state: order.state ?? 'accepted',
        ownerId:
          [...ids.people.values()].find(({ name }) => name === order.owner)?.personId ?? null,
        lines,
      },
      takenAt,
    )
    return { taken, takenAt }
  }
  await buyWhatRunsLow(ids.manager, today.minus({ days: STORES_BEGAN_DAYS }).toJSDate())
  const besides = [...PAST_MARKETS, ...PAST_OF_GUESTS]
  const all = PAST_ORDERS.length + besides.length + OPEN_ORDERS.length
  const till = new Till(ids.manager)
  const hands = new Chance(SEED + 1)
  const ahead: Order[] = []
  let lived = 0
  const over = [...PAST_ORDERS, ...besides].sort((x, y) => x.takenDay - y.takenDay)
  for (const order of over) {
    const { taken, takenAt } = await take(order)
    await till.quote(taken, takenAt)
    // What is made for markets and by guests has luck of its own.
    const market = PAST_MARKETS.find((one) => one === order)
    const luck = besides.includes(order) ? { ...past, chance: hands } : past
    const planned = await liveThrough(ids.manager, takenAt, luck)
    await tellHandWork(ids.manager, planned, { chance: hands, now, orderId: taken.id })
    await till.settle(taken)
    if (market) await sellAtMarket(ids.manager, taken, market, new Date(taken.promisedAt))
    else await deliver(ids.manager, taken.id, now)
    await buyWhatRunsLow(ids.manager, takenAt)
    await onProgress(++lived / all)
  }
  // In the order in which they were taken: what is lived through knows no order that comes later.
  for (const order of [...OPEN_ORDERS].sort((x, y) => x.takenDay - y.takenDay)) {
    const { taken, takenAt } = await take(order)
    await till.quote(taken, takenAt)
    if (taken.kind === 'market') ahead.push(taken)
    if (order.takenDay <= -3) await liveThrough(ids.manager, takenAt, past)
    await onProgress(++lived / all)
  }
  await countStores(ids.manager, past.chance, today.plus({ hours: 8 }).toJSDate())
  await thinkOfMarkets(ids.manager, ahead, now)
  await orderForTheYard(ids.manager, now)
  await makePlan(ids.manager, solveHere, now)
  await setFollowing(knex, yard.workspaceId, 'itself')
}

const setFollowing = (knex: Knex, id: number, planFollows: 'itself' | 'asked') =>
  knex('workspaces').where({ id }).update({ plan_follows: planFollows })

function need(map: ReadonlyMap<string, number>, name: string): number {
  const id = map.get(name)
  if (id === undefined) throw new Error(`the demo has no "${name}"`)
  return id
}

async function deliver(manager: Who, id: number, now: Date): Promise<void> {
  const { id: _id, ...order }: Order = await getOrder(manager, id)
  await saveOrder(manager, id, { ...order, state: 'delivered' }, now)
}

const layerOf = (
  { resin, pigments = [], ...layer }: DemoLayer,
  resins: Map<string, number>,
  known: Map<string, number>,
) => ({
  id: 0,
  inclusions: [],
  runOffPct: 0,
  cups: 1,
  stirMin: 4,
  restMin: 8,
  pourMin: 3,
  heatAfterMin: [],
  recoat: 'either' as const,
  ...layer,
  resinId: need(resins, resin),
  pigments: pigments.map(([name, loadPct]) => ({ pigmentId: need(known, name), loadPct })),
})

/** Moulds have the inside that their first recipe is drawn with; one still waits to be sized. */
function sizedMould(mould: (typeof MOULDS)[number]) {
  const shape = RECIPES.find((recipe) => recipe.mould === mould.name)?.shape
  return shape && mould.name !== 'Pendulum mould'
    ? {
        ...mould,
        shape: JSON.stringify(shape),
        sized_how: shape.kind === 'measured' ? 'water' : 'measures',
        sized_from: shape.kind === 'measured' ? 'one level of water at 17.5 °C' : null,
      }
    : mould
}

async function loadWorkshop(
  knex: Knex,
  { workspaceId, signInOf, passwordHash }: Yard,
  now: Date,
): Promise<Ids> {
  const insert = (table: string, row: Record<string, unknown>) => addRow(knex, table, row)
  const rooms = new Map<string, number>()
  for (const room of ROOMS)
    rooms.set(
      room.name,
      await insert('rooms', { workspace_id: workspaceId, ...room, updated_at: now }),
    )
  for (const { room, ...station } of STATIONS)
    await insert('stations', { workspace_id: workspaceId, room_id: need(rooms, room), ...station })
  const racks: number[] = []
  for (const { room, ...place } of PLACES) {
    const id = await insert('places', {
      workspace_id: workspaceId,
      room_id: need(rooms, room),
      ...place,
      updated_at: now,
    })
    if (place.kind === 'rack') racks.push(id)
  }
  const named = async (table: string, rows: readonly { name: string }[]) => {
    const ids = new Map<string, number>()
    for (const row of rows)
      ids.set(row.name, await insert(table, { workspace_id: workspaceId, ...row, updated_at: now }))
    return ids
  }
  const [moulds, pigments, materials] = [
    await named('moulds', [
      ...MOULDS.map(sizedMould),
      ...FILLER_MOULDS.map((filler) => ({
        ...filler,
        shape: JSON.stringify(filler.shape),
        sized_how: 'measures',
      })),
    ]),
    await named('pigments', PIGMENTS),
    await named('materials', MATERIALS),
  ]
  const people = new Map<number, Who>()
  for (const person of PEOPLE) {
    const units = person.units ?? METRIC
    const personId = await insert('people', {
      workspace_id: workspaceId,
      name: person.name,
      sign_in: signInOf(person.signIn),
      password_hash: passwordHash,
      role: person.role,
      measure_kind: person.measure.kind,
      measure_step: person.measure.step,
      measure_tare: person.measure.tare,
      unit_mass: units.mass,
      unit_volume: units.volume,
      unit_length: units.length,
      unit_temperature: units.temperature,
      updated_at: now,
    })
    people.set(personId, { personId, workspaceId, role: person.role, name: person.name })
    for (const skill of person.skills)
      await insert('person_skills', { workspace_id: workspaceId, person_id: personId, skill })
    for (const [weekdays, from, to] of person.shifts) {
      for (const weekday of weekdays)
        await insert('shifts', {
          workspace_id: workspaceId,
          person_id: personId,
          weekday,
          from_min: from,
          to_min: to,
        })
    }
  }
  const manager = [...people.values()][0]
  if (!manager) throw new Error('the demo has no people')
  const measured = ROOMS.map(({ name, day_c }) => ({ id: need(rooms, name), tempC: day_c }))
  return { workspaceId, people, rooms: measured, racks, manager, moulds, pigments, materials }
}
