import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { addToHouse, listHouse } from '../../server/services/house/house'
import { ownedTables } from '../../server/db/workspaceRows'
import { changePassword, invite, acceptInvitation } from '../../server/services/people/access'
import { personOfToken, signIn } from '../../server/services/people/auth'
import type { Who } from '../../server/services/Who'
import {
  addOwnWorkshop,
  deleteWorkshop,
  exportWorkshop,
  joinInvited,
  listOwnWorkshops,
  switchTo,
} from '../../server/services/workshops/workshops'
import { beginLoading } from '../../server/services/workshops/loading/loadWorkshop'
import { addYard, throwUnfinishedAway } from '../../server/services/workshops/yard'
import { listOrders, createOrder } from '../../server/services/orders/orders'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { RESINS } from '../../demo/resins'
import { EVERY_OPEN_ORDER } from '../../shared/schemas/orders'
import { aWorkshop, freshDatabase, leaveDatabase, PASSWORD } from './database'
import { aDisc, anOrderFor, refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const FROM = { address: '192.0.2.7', device: null }
const SECOND = {
  name: 'Second Shed',
  timeZone: 'Europe/Lisbon',
  currency: 'EUR',
  dateStyle: 'dmy',
  decimalMark: '.',
} as const
let knex: Knex
let manager: Who
let folder: string

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex, 'First'))
  folder = mkdtempSync(join(tmpdir(), 'velvet-deleted-'))
})
afterAll(async () => {
  rmSync(folder, { recursive: true })
  await leaveDatabase()
})

/** Goes to another workshop. @returns who one is there, and the session's token */
async function goTo(who: Who, workspaceId: number) {
  const { token } = await switchTo(who, workspaceId, 'no session', now)
  return { token, who: (await personOfToken(token, now))!.who }
}
const namesOf = async (who: Who) => (await listOwnWorkshops(who)).map(({ name }) => name)
const textOf = async (parts: AsyncGenerator<string>) => {
  let text = ''
  for await (const part of parts) text += part
  return text
}

test('every table belongs to workshops, except those that cannot', async () => {
  const [rows] = (await knex.raw('SHOW FULL TABLES WHERE Table_type = "BASE TABLE"')) as [
    Record<string, string>[],
  ]
  const all = rows.map((row) => Object.values(row)[0]!)
  const owned = (await ownedTables(knex)).map(({ name }) => name)
  const others = all.filter((name) => !owned.includes(name)).sort()
  expect(others).toEqual(['knex_migrations', 'knex_migrations_lock', 'sign_in_tries', 'workspaces'])
})
test('those that are pointed to come first, so that a workshop can be written and deleted', async () => {
  const tables = await ownedTables(knex)
  const at = new Map(tables.map(({ name }, i) => [name, i]))
  for (const [i, { name, columns }] of tables.entries())
    for (const { pointsTo } of columns)
      if (pointsTo !== null && pointsTo !== name)
        expect(`${name} after ${pointsTo}: ${at.get(pointsTo)! < i}`).toBe(
          `${name} after ${pointsTo}: true`,
        )
})

describe('somebody with two workshops', () => {
  let there: Who
  test('makes the second, goes there and back, and neither sees the other', async () => {
    const { id } = await addOwnWorkshop(manager, { workshop: SECOND, beginning: 'table' }, now)
    expect(await namesOf(manager)).toEqual(['First', 'Second Shed'])
    const gone = await goTo(manager, id)
    there = gone.who
    expect(there).toMatchObject({ workspaceId: id, role: 'manager', name: manager.name })
    expect(await namesOf(there)).toEqual(['First', 'Second Shed'])
    const people = await listHouse(there, 'people')
    expect(people.map(({ signIn: name }) => name)).toEqual(['first-manager-2'])
    expect((await listHouse(manager, 'people')).map(({ id: one }) => one)).not.toContain(
      there.personId,
    )
    const back = await goTo(there, manager.workspaceId)
    expect(back.who).toEqual(manager)
  })
  test('does not get into a workshop that is not theirs', async () => {
    const { manager: stranger } = await aWorkshop(knex, 'Third')
    expect((await refusal(switchTo(manager, stranger.workspaceId, '', now)))?.code).toBe('unknown')
    expect((await refusal(switchTo(stranger, manager.workspaceId, '', now)))?.code).toBe('unknown')
  })
  test('changes the one password from either', async () => {
    const { token, who } = await goTo(manager, there.workspaceId)
    await changePassword(who, token, { now: PASSWORD, password: 'twelve geese fly' }, now)
    expect((await signIn('first-manager', 'twelve geese fly', FROM, now)).person.id).toBe(
      manager.personId,
    )
    expect((await personOfToken(token, now))?.who).toEqual(there)
  })
  test('a manager’s link to one of them opens no door to the other', async () => {
    const { secret } = await invite(there, there.personId, now)
    const opened = await acceptInvitation(secret, 'a new word here', FROM, now)
    const who = (await personOfToken(opened.token, now))!.who
    expect(who.workspaceId).toBe(there.workspaceId)
    expect(await namesOf(who)).toEqual(['Second Shed'])
    expect((await refusal(switchTo(who, manager.workspaceId, '', now)))?.code).toBe('unknown')
  })
})

test('an invitation can be taken as another workshop of one’s own', async () => {
  const { manager: host } = await aWorkshop(knex, 'Host')
  const place = { ...host, personId: host.personId }
  const guest = await addToHouse(
    place,
    'people',
    {
      name: 'Visiting',
      signIn: 'visiting',
      role: 'maker',
      helpsOthers: true,
      wage: null,
      skills: [],
      shifts: [],
      rounds: [],
      otherwise: [],
    },
    now,
  )
  const { secret } = await invite(host, guest.id, now)
  expect((await refusal(joinInvited(host, secret, now)))?.code).toBe('invalid-input')
  const { id } = await joinInvited(manager, (await invite(host, guest.id, now)).secret, now)
  const { who } = await goTo(manager, id)
  expect(who).toMatchObject({ personId: guest.id, role: 'maker', workspaceId: host.workspaceId })
})

describe('a workshop that goes', () => {
  test('is written down first, without passwords, and its people go on in their others', async () => {
    const { manager: leaving } = await aWorkshop(knex, 'Leaving')
    const resin = await createResin(leaving, RESINS[0]!, now)
    const recipe = await createRecipe(leaving, aDisc(resin.id), now)
    await createOrder(leaving, anOrderFor(recipe.id, 2, { customer: 'Ferncote Joinery' }), now)
    const other = await addOwnWorkshop(leaving, { workshop: SECOND, beginning: 'empty' }, now)
    expect((await refusal(deleteWorkshop(leaving, 'Leavin', folder, now)))?.details.issues).toEqual(
      [{ path: 'name', code: 'not-its-name', params: null }],
    )
    const { keptAs, token } = await deleteWorkshop(leaving, 'Leaving', folder, now)
    expect(readdirSync(folder)).toEqual([keptAs])
    const text = readFileSync(join(folder, keptAs!), 'utf8')
    const kept = JSON.parse(text) as {
      format: string
      workshop: { name: string }
      tables: Record<string, Record<string, unknown>[]>
    }
    expect(kept.workshop.name).toBe('Leaving')
    expect(kept.tables.orders).toMatchObject([{ customer: 'Ferncote Joinery', kind: 'commission' }])
    expect(kept.tables.customers).toMatchObject([{ name: 'Ferncote Joinery' }])
    expect(Object.keys(kept.tables)).not.toContain('sessions')
    expect(text).not.toContain('password_hash')
    for (const { name } of await ownedTables(knex))
      expect([name, await knex(name).where({ workspace_id: leaving.workspaceId })]).toEqual([
        name,
        [],
      ])
    expect((await personOfToken(token!, now))!.who.workspaceId).toBe(other.id)
    const again = await signIn('leaving-manager', PASSWORD, FROM, now)
    expect((await personOfToken(again.token, now))!.who.workspaceId).toBe(other.id)
  })
  test('a made-up one goes without a file, also while it is filled', async () => {
    const filled: number[] = []
    const { id } = await addYard(manager, now, (workspaceId) => filled.push(workspaceId))
    expect(filled).toEqual([id])
    const yard = (await listOwnWorkshops(manager)).find((one) => one.id === id)
    expect(yard).toMatchObject({ isMadeUp: true, furnishedPct: 0, role: 'manager' })
    expect((await refusal(switchTo(manager, id, '', now)))?.code).toBe('unknown')
    await throwUnfinishedAway(manager)
    expect(await namesOf(manager)).not.toContain('Oxbow Yard')
    const { id: again } = await addYard(manager, now, () => undefined)
    await knex('workspaces').where({ id: again }).update({ furnished_pct: 100 })
    const { who } = await goTo(manager, again)
    expect(await deleteWorkshop(who, 'Oxbow Yard', folder, now)).toMatchObject({ keptAs: null })
    expect(await namesOf(manager)).not.toContain('Oxbow Yard')
  })
})

test('an export has every row of the workshop and none of another', async () => {
  const text = await textOf(exportWorkshop(manager, now))
  const { tables } = JSON.parse(text) as { tables: Record<string, { workspace_id: number }[]> }
  const rows = Object.values(tables).flat()
  expect(new Set(rows.map((row) => row.workspace_id))).toEqual(new Set([manager.workspaceId]))
  expect(tables.moulds).toHaveLength(
    (await knex('moulds').where({ workspace_id: manager.workspaceId })).length,
  )
})

test('orders are found by words, kind and customer, and sorted, a page after the other', async () => {
  const { manager: seller } = await aWorkshop(knex, 'Seller')
  const resin = await createResin(seller, RESINS[0]!, now)
  const recipe = await createRecipe(seller, aDisc(resin.id), now)
  const take = (title: string, customer: string, day: number, note = '') =>
    createOrder(
      seller,
      anOrderFor(recipe.id, 1, {
        title,
        customer,
        note,
        promisedAt: `2026-04-${String(day).padStart(2, '0')}T12:00:00.000Z`,
      }),
      now,
    )
  await take('Zinc tray', 'Ada Fen', 3)
  await take('Ash tray', 'Bo Marsh', 2, 'with 100% moss')
  await take('Birch plaque', 'Ada Fen', 1)
  const titles = async (filter: Partial<typeof EVERY_OPEN_ORDER>) =>
    (await listOrders(seller, { ...EVERY_OPEN_ORDER, ...filter }, null)).rows.map(
      ({ title }) => title,
    )
  expect(await titles({})).toEqual(['Birch plaque', 'Ash tray', 'Zinc tray'])
  expect(await titles({ sort: 'title' })).toEqual(['Ash tray', 'Birch plaque', 'Zinc tray'])
  expect(await titles({ sort: 'customer', find: 'tray' })).toEqual(['Zinc tray', 'Ash tray'])
  expect(await titles({ find: '0% mo' })).toEqual(['Ash tray'])
  expect(await titles({ find: '_' })).toEqual([])
  expect(await titles({ kind: 'market' })).toEqual([])
  const ada = (await knex('customers').where({
    workspace_id: seller.workspaceId,
    name: 'Ada Fen',
  })) as { id: number }[]
  expect(await titles({ customerId: ada[0]!.id, sort: 'latest' })).toEqual([
    'Zinc tray',
    'Birch plaque',
  ])
})

describe('a workshop that comes from a file', () => {
  interface File {
    format: string
    version: number
    workshop: Record<string, unknown>
    tables: Record<string, Record<string, unknown>[]>
  }
  let away: Who
  let file: File
  const load = (who: Who, content: unknown) => beginLoading(who, JSON.stringify(content), now)
  /** What is said of a file in which something was changed. */
  const saidOf = async (change: (file: File) => void) => {
    const changed = structuredClone(file)
    change(changed)
    return (await refusal(load(manager, changed)))?.message
  }

  beforeAll(async () => {
    away = (await aWorkshop(knex, 'Away')).manager
    const resin = await createResin(away, RESINS[0]!, now)
    const recipe = await createRecipe(away, aDisc(resin.id), now)
    await createOrder(away, anOrderFor(recipe.id, 3, { customer: 'Ferncote Joinery' }), now)
    await knex('letters').insert({
      workspace_id: away.workspaceId,
      about: 'promise',
      to_name: 'Ferncote Joinery',
      to_address: 'ferncote@example.invalid',
      subject: 'A day',
      body: 'It comes later.',
      state: 'waiting',
      person_id: away.personId,
      written_at: now,
      due_at: now,
      updated_at: now,
    })
    file = JSON.parse(await textOf(exportWorkshop(away, now))) as File
  })

  test('has the same rows under other numbers, and nobody can sign in before they are invited', async () => {
    const { id, finish } = await load(manager, file)
    expect((await listOwnWorkshops(manager)).find((one) => one.id === id)?.furnishedPct).toBe(0)
    await finish()
    const { who } = await goTo(manager, id)
    const again = JSON.parse(await textOf(exportWorkshop(who, now))) as File
    const counts = ({ tables }: File) =>
      Object.fromEntries(Object.entries(tables).map(([name, rows]) => [name, rows.length]))
    // The manager who took it in belongs to it, and that is told.
    const { people = 0, events = 0, ...rest } = counts(file)
    expect(counts(again)).toEqual({ ...rest, people: people + 1, events: events + 1 })
    expect(again.workshop).toMatchObject({ name: 'Away', currency: file.workshop.currency })
    // What waited to go out does not go out from here once more.
    const letters = await knex('letters').where({ workspace_id: id })
    expect(letters).toMatchObject([{ subject: 'A day', state: 'failed', body: '', due_at: null }])
    const [recipe] = again.tables.recipes!
    const [layer] = again.tables.recipe_layers!
    const [version] = again.tables.recipe_versions!
    const resins = again.tables.resins!.map((resin) => resin.id)
    expect([layer!.recipe_id, resins.includes(layer!.resin_id)]).toEqual([recipe!.id, true])
    const content = JSON.parse(String(version!.content)) as {
      is: { id: number; layers: { id: number; resinId: number }[] }
    }
    expect(content.is.id).toBe(recipe!.id)
    expect(content.is.layers[0]).toMatchObject({ id: layer!.id, resinId: layer!.resin_id })
    expect(await knex('people').where({ workspace_id: id }).whereNotNull('password_hash')).toEqual(
      [],
    )
    const orders = await listOrders(who, EVERY_OPEN_ORDER, null)
    expect(orders.rows).toMatchObject([{ customer: 'Ferncote Joinery', lines: [{ quantity: 3 }] }])
  })
  test('whoever is a manager in it under the same name is that manager', async () => {
    const [own] = file.tables.people!.filter(({ role }) => role === 'manager')
    const { id, finish } = await load(away, file)
    await finish()
    const there = await knex('people').where({ workspace_id: id })
    expect(there).toHaveLength(file.tables.people!.length)
    const self = (await goTo(away, id)).who.personId
    expect(there.find((row: { id: number }) => row.id === self)).toMatchObject({ name: own!.name })
  })
  test('is refused whole, with the table and the row, where something cannot be', async () => {
    const before = await namesOf(manager)
    expect((await refusal(beginLoading(manager, '{"format":', now)))?.message).toContain(
      'breaks off before its end',
    )
    expect(await saidOf((one) => (one.format = 'a letter'))).toContain('no file of a workshop')
    expect(await saidOf((one) => (one.version = 2))).toContain('newer')
    expect(await saidOf((one) => (one.tables.spaceships = []))).toContain('newer')
    expect(await saidOf((one) => (one.tables.orders![0]!.shade = 'red'))).toContain('newer')
    expect(await saidOf((one) => (one.tables.orders![0]!.state = 'lost'))).toBe(
      'In row 1 of “orders” “state” is not what stands there.',
    )
    expect(await saidOf((one) => (one.tables.recipes![0]!.shape = '{'))).toContain('“shape”')
    expect(await saidOf((one) => (one.workshop.currency = 'EURO'))).toContain('“currency”')
    expect(
      await saidOf((one) => one.tables.resins!.push(structuredClone(one.tables.resins![0]!))),
    ).toContain('“resins”')
    const picture = { base64: Buffer.from('<svg onload="x"/>').toString('base64') }
    const photo = { id: 1, piece_id: null, taken_at: now.toISOString(), webp: picture }
    expect(await saidOf((one) => (one.tables.photos = [photo]))).toContain('“photos”')
    expect(await namesOf(manager)).toEqual(before)
  })
  test('cannot point to what is in another workshop', async () => {
    const { id } = (await knex('resins').where({ workspace_id: away.workspaceId }).first()) as {
      id: number
    }
    expect(await saidOf((one) => (one.tables.recipe_layers![0]!.resin_id = id - 1e6))).toBe(
      'In row 1 of “recipe_layers” “resin_id” points to a row that is not in the file.',
    )
  })
  test('goes as it came where it is stopped while it is read in', async () => {
    const { id, finish } = await load(manager, file)
    await throwUnfinishedAway(manager)
    await expect(finish()).rejects.toThrow()
    expect(await knex('people').where({ workspace_id: id })).toEqual([])
  })
})
