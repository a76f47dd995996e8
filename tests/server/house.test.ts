import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import {
  addToHouse,
  archiveInHouse,
  listHouse,
  removeFromHouse,
  saveInHouse,
} from '../../server/services/house/house'
import { houseRules, saveRules } from '../../server/services/house/rules'
import {
  acceptInvitation,
  changePassword,
  endSession,
  invite,
  invitedBy,
  listAccess,
  ownSessions,
} from '../../server/services/people/access'
import { personOfToken, signIn } from '../../server/services/people/auth'
import { readWorkroom } from '../../server/services/planning/situation/workroom'
import { listPlaces } from '../../server/db/workshop'
import { listMoulds, saveMould } from '../../server/services/moulds/moulds'
import { createOrder, getOrder } from '../../server/services/orders/orders'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin, listResins } from '../../server/services/resins/resins'
import { setUp, setUpState } from '../../server/services/setup/setup'
import { startList } from '../../server/services/setup/startList'
import type { Who } from '../../server/services/Who'
import { historyOf } from '../../server/services/history'
import { check } from '../../shared/schemas/check'
import { BEGINNINGS, HOUSE_SCHEMAS, type SetUpFields } from '../../shared/schemas/house'
import { METRIC } from '../../core/units'
import { makerId, mouldId, placeId, stationId } from '../../core/tasks'
import { getWorkshop } from '../../server/services/workshop/workshop'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const later = (days: number) => new Date(now.getTime() + days * 86_400_000)
const FROM = { address: '192.0.2.7', device: null }
const PASSWORD = 'nine geese and a kettle'
let knex: Knex

/** What is refused, and at which fields. */
async function refused(work: Promise<unknown>) {
  const error = await refusal(work)
  return { code: error?.code ?? null, issues: error?.details.issues ?? [] }
}
let keys = 0

/** A person who can pour on Mondays. */
const person = (name: string) => ({
  name,
  signIn: `${name.toLowerCase()}-${keys++}`,
  role: 'maker' as const,
  helpsOthers: true,
  wage: null,
  skills: ['pour'],
  shifts: [{ weekday: 1, fromMin: 540, toMin: 1020 }],
  rounds: [],
  otherwise: [],
})
const fields = (beginning: SetUpFields['beginning'], signInName = 'ines'): SetUpFields => ({
  workshop: {
    name: 'Hollow Lane',
    timeZone: 'Europe/Dublin',
    currency: 'EUR',
    dateStyle: 'ymd',
    decimalMark: ',',
  },
  units: { ...METRIC, mass: 'oz' },
  person: { name: 'Ines Warrow', signIn: signInName, password: PASSWORD },
  beginning,
  code: '',
})
const whoOf = async (token: string) => (await personOfToken(token, now))!.who

/** As on an empty machine. */
async function leaveNothing(): Promise<void> {
  for (const table of ['places', 'stations', 'rooms', 'workspaces']) await knex(table).delete()
}

beforeAll(async () => {
  knex = await freshDatabase()
})
afterAll(leaveDatabase)

describe('the first workshop', () => {
  test('is asked for on an empty database, of others with the code that was printed', async () => {
    expect(await setUpState(true)).toEqual({ isNeeded: true, asksCode: false })
    expect(await setUpState(false)).toEqual({ isNeeded: true, asksCode: true })
    const far = { isNear: false, code: 'abcdefghjk', from: FROM }
    const wrong = setUp({ ...fields('empty'), code: 'abcdefghjx' }, far, now)
    expect(await refused(wrong)).toMatchObject({ issues: [{ path: 'code', code: 'setup-code' }] })
    const none = setUp(fields('empty'), { ...far, code: null }, now)
    expect(await refused(none)).toMatchObject({ issues: [{ code: 'setup-code' }] })
    expect(await setUpState(true)).toMatchObject({ isNeeded: true })
  })
  test('is set up once, also by two at once; its manager is signed in', async () => {
    const near = { isNear: true, code: null, from: FROM }
    const outcomes = await Promise.allSettled([
      setUp(fields('table', 'ines'), near, now),
      setUp(fields('table', 'iona'), near, now),
    ])
    const [made] = outcomes.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []))
    expect(outcomes.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    expect(await knex('workspaces').count({ n: '*' })).toEqual([{ n: 1 }])
    const who = await whoOf(made!.token)
    expect(who).toMatchObject({ role: 'manager', name: 'Ines Warrow' })
    expect(made!.person.units.mass).toBe('oz')
    expect(await houseRules(who)).toMatchObject({ dateStyle: 'ymd', decimalMark: ',' })
    expect(await setUpState(false)).toEqual({ isNeeded: false, asksCode: false })
    // A table to work at lacks what only its maker knows.
    const missing = await startList(who)
    expect(missing.map(({ code }) => code)).toEqual([
      'no-resin',
      'no-recipe',
      'no-order',
      'no-wage',
    ])
    await leaveNothing()
  })
  test.each(BEGINNINGS)('that begins with “%s” lacks no more than it says', async (beginning) => {
    const made = await setUp(fields(beginning), { isNear: true, code: null, from: FROM }, now)
    const codes = (await startList(await whoOf(made.token))).map(({ code }) => code)
    const furniture = ['no-room', 'no-station', 'no-rack', 'nobody-can', 'never-there']
    expect(codes.some((code) => furniture.includes(code))).toBe(beginning === 'empty')
    await leaveNothing()
  })
})

describe('the house', () => {
  let manager: Who
  let maker: Who
  beforeAll(async () => {
    ;({ manager, maker } = await aWorkshop(knex))
  })

  test('keeps people with their skills and hours, and tells who changed what', async () => {
    const added = await addToHouse(manager, 'people', person('Tamsin'), now)
    expect(added).toMatchObject({ skills: ['pour'], archivedAt: null, version: 1 })
    const { id, archivedAt: _archived, version, ...own } = added
    const changed = {
      ...own,
      skills: ['Finish', 'pour'],
      shifts: [
        { weekday: 2, fromMin: 540, toMin: 720 },
        { weekday: 2, fromMin: 780, toMin: 1020 },
      ],
    }
    const saved = await saveInHouse(manager, 'people', id, { ...changed, version }, now)
    expect(saved).toMatchObject({ version: 2, skills: ['finish', 'pour'], shifts: changed.shifts })
    // Whoever had it open since before is shown what it is now.
    const stale = saveInHouse(manager, 'people', id, { ...own, version }, now)
    expect(await refused(stale)).toMatchObject({ code: 'conflict' })
    const { rows } = await historyOf(manager, { subject: 'person', id, before: null })
    expect(rows.map(({ kind }) => kind)).toEqual(['changed', 'added'])
    expect(rows[0]?.changed).toEqual(['skills', 'shifts'])
  })
  test('gives a sign-in name to one person only, whatever its capitals', async () => {
    const one = await addToHouse(manager, 'people', person('Rowan'), now)
    const same = addToHouse(
      manager,
      'people',
      { ...person('Rowena'), signIn: one.signIn.toUpperCase() },
      now,
    )
    expect(await refused(same)).toMatchObject({ issues: [{ path: 'signIn', code: 'name-taken' }] })
  })
  test('is not left without a manager who can sign in', async () => {
    const own = (await listHouse(manager, 'people')).find(({ id }) => id === manager.personId)!
    const { archivedAt: _archived, id, ...rest } = own
    const demoted = saveInHouse(manager, 'people', id, { ...rest, role: 'maker' }, now)
    expect(await refused(demoted)).toMatchObject({
      issues: [{ path: 'role', code: 'last-manager' }],
    })
    const gone = archiveInHouse(
      manager,
      'people',
      { id, version: own.version, archived: true },
      now,
    )
    expect(await refused(gone)).toMatchObject({ issues: [{ code: 'last-manager' }] })
    // Who was only invited does not count.
    await addToHouse(manager, 'people', { ...person('Petra'), role: 'manager' }, now)
    const still = saveInHouse(manager, 'people', id, { ...rest, role: 'maker' }, now)
    expect(await refused(still)).toMatchObject({ issues: [{ code: 'last-manager' }] })
  })
  test('puts away what is not used, and plans without it until it is brought back', async () => {
    const room = await addToHouse(
      manager,
      'rooms',
      { name: 'Loft', dayC: 24, nightC: 12, dayFromMin: 420, nightFromMin: 1260, season: null },
      now,
    )
    const station = await addToHouse(
      manager,
      'stations',
      { name: 'Loft bench', kind: 'bench', roomId: room.id },
      now,
    )
    const place = await addToHouse(
      manager,
      'places',
      {
        name: 'Loft rack',
        kind: 'rack',
        roomId: room.id,
        areaCm2: 900,
        shelves: [],
        boxC: null,
        runs: null,
      },
      now,
    )
    const helper = await addToHouse(manager, 'people', person('Ulla'), now)
    const planned = async () => {
      const { makers, stations, places } = await readWorkroom(knex, manager.workspaceId, now, 9000)
      return [
        stations.some(({ id }) => id === stationId.of(station.id)),
        places.some(({ id }) => id === placeId.of(place.id)),
        makers.some(({ id }) => id === makerId.of(helper.id)),
      ]
    }
    expect(await planned()).toEqual([true, true, true])
    const away = { archived: true, version: 1 }
    const held = archiveInHouse(manager, 'rooms', { id: room.id, ...away }, now)
    const { issues } = await refused(held)
    expect(issues[0]).toMatchObject({
      code: 'in-use',
      params: {
        uses: [
          { what: 'station', name: 'Loft bench' },
          { what: 'place', name: 'Loft rack' },
        ],
      },
    })
    await archiveInHouse(manager, 'stations', { id: station.id, ...away }, now)
    await archiveInHouse(manager, 'places', { id: place.id, ...away }, now)
    await archiveInHouse(manager, 'people', { id: helper.id, ...away }, now)
    const gone = await archiveInHouse(manager, 'rooms', { id: room.id, ...away }, now)
    expect(gone.archivedAt).toBe(now.toISOString())
    expect(await planned()).toEqual([false, false, false])
    const nowhere = addToHouse(
      manager,
      'stations',
      { name: 'Loft table', kind: 'pour table', roomId: room.id },
      now,
    )
    expect(await refused(nowhere)).toMatchObject({ issues: [{ path: 'roomId' }] })
    await archiveInHouse(manager, 'people', { id: helper.id, archived: false, version: 2 }, now)
    expect(await planned()).toEqual([false, false, true])
  })
  test('removes what was never used, and says where something is', async () => {
    const colour = {
      name: 'Bracken paste',
      hex: '#8A5A2B',
      form: 'paste' as const,
      pricePerG: '0.40',
      density: 1.3,
      bulkDensity: null,
      tipG: null,
      squirtG: null,
      scoopG: null,
      dropMl: null,
      note: '',
      trials: [],
    }
    const unused = await addToHouse(manager, 'pigments', colour, now)
    expect(unused.hex).toBe('#8a5a2b')
    await removeFromHouse(manager, 'pigments', unused.id, now)
    const used = await addToHouse(manager, 'pigments', colour, now)
    const resin = await createResin(manager, RESINS[0]!, now)
    const disc = aDisc(resin.id)
    const layers = disc.layers.map((layer) => ({
      ...layer,
      cups: layer.cups.map((cup) => ({
        ...cup,
        pigments: [{ pigmentId: used.id, dose: { loadPct: 1 } }],
      })),
    }))
    await createRecipe(manager, { ...disc, layers, name: 'Bracken disc' }, now)
    const kept = removeFromHouse(manager, 'pigments', used.id, now)
    expect((await refused(kept)).issues[0]).toMatchObject({
      code: 'in-use',
      params: { uses: [{ what: 'recipe', name: 'Bracken disc' }] },
    })
    // Who has done something stays for the record.
    const { code } = await refused(
      removeFromHouse(manager, 'people', maker.personId, now).then(() =>
        removeFromHouse(manager, 'people', manager.personId, now),
      ),
    )
    expect(code).toBe('invalid-input')
  })
  test('of another workshop is no house of mine', async () => {
    const others = await aWorkshop(knex, 'Other yard')
    const [room] = await listHouse(manager, 'rooms')
    const { archivedAt: _archived, ...own } = room!
    const who = others.manager
    expect(await refused(saveInHouse(who, 'rooms', own.id, own, now))).toMatchObject({
      code: 'unknown',
    })
    expect(await refused(removeFromHouse(who, 'rooms', own.id, now))).toMatchObject({
      code: 'unknown',
    })
    expect(await refused(invite(who, manager.personId, now))).toMatchObject({ code: 'unknown' })
    const foreign = { name: 'Far bench', kind: 'bench', roomId: own.id }
    expect(await refused(addToHouse(who, 'stations', foreign, now))).toMatchObject({
      issues: [{ path: 'roomId', code: 'room-unknown' }],
    })
  })
  test('knows what an hour of a skill costs from the wages of those who have it', async () => {
    const { manager: who } = await aWorkshop(knex, 'Wages')
    const rated = { ...(await houseRules(who)), labourRate: '20.00' }
    await saveRules(who, rated, now)
    expect((await getWorkshop(who)).rules.money).toMatchObject({ wages: {} })
    const carver = { ...person('Carver'), skills: ['carve'], wage: '31.50' }
    const { id } = await addToHouse(who, 'people', carver, now)
    const helper = { ...person('Helper'), skills: ['carve'] }
    await addToHouse(who, 'people', helper, now)
    const visitor = { ...person('Visitor'), skills: ['carve'], wage: '90.00' }
    await addToHouse(who, 'people', { ...visitor, role: 'guest', helpsOthers: false }, now)
    expect((await getWorkshop(who)).rules.money!.wages.carve).toBe('25.7500')
    const wrong = check(HOUSE_SCHEMAS.people.fresh, { ...carver, wage: '-3' })
    expect(wrong).toMatchObject({ issues: [{ path: 'wage' }] })
    await archiveInHouse(who, 'people', { id, version: 1, archived: true }, now)
    expect((await getWorkshop(who)).rules.money!.wages).toEqual({})
  })
  test('has rules, which two people save one after the other', async () => {
    const rules = await houseRules(manager)
    expect(rules).toMatchObject({ name: 'Test yard', currency: 'EUR', labourRate: '19.50' })
    const saved = await saveRules(manager, { ...rules, reservePct: 8, labourRate: '21.00' }, now)
    expect(saved).toMatchObject({ reservePct: 8, labourRate: '21.00', version: rules.version + 1 })
    const stale = await refused(saveRules(manager, { ...rules, reservePct: 2 }, now))
    expect(stale).toMatchObject({ code: 'conflict' })
    expect((await houseRules(manager)).reservePct).toBe(8)
  })
})

describe('coming in', () => {
  let manager: Who
  beforeAll(async () => {
    ;({ manager } = await aWorkshop(knex, 'Door yard'))
  })

  test('by an invitation: once, within a week, and not before', async () => {
    const tamsin = await addToHouse(manager, 'people', person('Tamsin'), now)
    expect(await refused(signIn(tamsin.signIn, PASSWORD, FROM, now))).toMatchObject({
      code: 'wrong-password',
    })
    const old = await invite(manager, tamsin.id, now)
    const { secret } = await invite(manager, tamsin.id, now)
    expect((await listAccess(manager, now)).invited).toEqual([tamsin.id])
    expect(await refused(invitedBy(old.secret, now))).toMatchObject({ code: 'unknown' })
    expect(await refused(invitedBy(secret, later(8)))).toMatchObject({ code: 'unknown' })
    expect(await invitedBy(secret, now)).toMatchObject({ name: 'Tamsin', workshop: 'Door yard' })
    const { person: come } = await acceptInvitation(secret, PASSWORD, FROM, now)
    expect(come.id).toBe(tamsin.id)
    expect(await refused(acceptInvitation(secret, PASSWORD, FROM, now))).toMatchObject({
      code: 'unknown',
    })
    expect((await listAccess(manager, now)).canSignIn).toContain(tamsin.id)
  })
  test('by a password that one changes oneself; other sessions end, also one by one', async () => {
    const vera = await addToHouse(manager, 'people', person('Vera'), now)
    const { secret } = await invite(manager, vera.id, now)
    const here = await acceptInvitation(secret, PASSWORD, FROM, now)
    const who = await whoOf(here.token)
    const there = await signIn(vera.signIn.toUpperCase(), PASSWORD, FROM, now)
    const open = await ownSessions(who, here.token, now)
    expect(open).toHaveLength(2)
    expect(open.filter(({ isThisOne }) => isThisOne)).toHaveLength(1)
    const wrong = changePassword(who, here.token, { now: 'not it', password: 'longer words' }, now)
    expect(await refused(wrong)).toMatchObject({
      issues: [{ path: 'now', code: 'password-wrong' }],
    })
    await changePassword(who, here.token, { now: PASSWORD, password: 'longer words' }, now)
    expect(await personOfToken(there.token, now)).toBeNull()
    expect(await personOfToken(here.token, now)).not.toBeNull()
    const again = await signIn(vera.signIn, 'longer words', FROM, now)
    const [newest] = (await ownSessions(who, here.token, now)).filter((one) => !one.isThisOne)
    await endSession(who, newest!.id)
    expect(await personOfToken(again.token, now)).toBeNull()
    // A session of somebody else is none of theirs to end.
    const [managers] = await ownSessions(who, here.token, now)
    await endSession(manager, managers!.id)
    expect(await personOfToken(here.token, now)).not.toBeNull()
  })
  test('ends for who has left', async () => {
    const wyn = await addToHouse(manager, 'people', person('Wyn'), now)
    const { secret } = await invite(manager, wyn.id, now)
    const { token } = await acceptInvitation(secret, PASSWORD, FROM, now)
    const row = (await listHouse(manager, 'people')).find(({ id }) => id === wyn.id)!
    await archiveInHouse(
      manager,
      'people',
      { id: wyn.id, version: row.version, archived: true },
      now,
    )
    expect(await personOfToken(token, now)).toBeNull()
    expect(await refused(signIn(wyn.signIn, PASSWORD, FROM, now))).toMatchObject({
      code: 'wrong-password',
    })
    expect(await refused(invite(manager, wyn.id, now))).toMatchObject({ code: 'invalid-input' })
  })
})

describe('what else the house keeps', () => {
  let manager: Who
  beforeAll(async () => {
    ;({ manager } = await aWorkshop(knex, 'Keeping'))
  })
  test('hours of every second week and days away reach the plan, closed days hold for all', async () => {
    const fields = {
      ...person('Fennel'),
      shifts: [],
      rounds: [{ weekday: 1, fromMin: 540, toMin: 600, everyWeeks: 2, firstDay: '2026-03-02' }],
      otherwise: [{ from: '2026-03-30', until: '2026-03-30', hours: null, note: 'a wedding' }],
    }
    const { id } = await addToHouse(manager, 'people', fields, now)
    const spans = async () => {
      const { makers } = await readWorkroom(knex, manager.workspaceId, now, 40 * 24 * 60)
      return makers.find((maker) => maker.id === makerId.of(id))!.shifts.length
    }
    expect((await listHouse(manager, 'people')).find((one) => one.id === id)).toMatchObject(fields)
    // The 2nd and the 16th; on the 30th they are away.
    expect(await spans()).toBe(2)
    const days = { name: 'Fair', from: '2026-03-16', until: '2026-03-20' }
    const closed = await addToHouse(manager, 'holidays', days, now)
    expect(await spans()).toBe(1)
    await archiveInHouse(manager, 'holidays', { ...closed, archived: true }, now)
    expect(await spans()).toBe(2)
  })
  test('shelves are a rack’s area; a season is the room’s warmth while it lasts', async () => {
    const room = await addToHouse(
      manager,
      'rooms',
      {
        name: 'Cold store',
        dayC: 20,
        nightC: 18,
        dayFromMin: 420,
        nightFromMin: 1260,
        season: { fromDay: '11-01', untilDay: '03-15', dayC: 14, nightC: 9 },
      },
      now,
    )
    const shelf = { widthMm: 600, depthMm: 400, clearMm: 150, isLevel: true }
    const rack = await addToHouse(
      manager,
      'places',
      {
        name: 'Three shelves',
        kind: 'rack',
        roomId: room.id,
        areaCm2: 1,
        shelves: [shelf, shelf, { ...shelf, isLevel: false }],
        boxC: null,
        runs: null,
      },
      now,
    )
    expect(rack.areaCm2).toBe(4800)
    const climate = async (at: Date) =>
      (await listPlaces(knex, manager.workspaceId, at)).find(({ id }) => id === rack.id)!.climate
    expect(await climate(now)).toMatchObject({ dayC: 14, nightC: 9 })
    expect(await climate(new Date('2026-03-15T23:30:00Z'))).toMatchObject({ dayC: 14 })
    expect(await climate(new Date('2026-03-16T00:30:00Z'))).toMatchObject({ dayC: 20, nightC: 18 })
  })
  test('trials of a pigment name resins of the house; materials are kept as they are bought', async () => {
    const resin = await createResin(manager, RESINS[1]!, now)
    const chalk = {
      name: 'Trial chalk',
      hex: '#f4f1ea',
      form: 'paste' as const,
      pricePerG: '0.2000',
      density: null,
      bulkDensity: null,
      tipG: null,
      squirtG: null,
      scoopG: null,
      dropMl: null,
      note: '',
      trials: [{ resinId: resin.id, verdict: 'poor' as const, note: 'sank within the hour' }],
    }
    expect(await addToHouse(manager, 'pigments', chalk, now)).toMatchObject(chalk)
    const strange = { ...chalk, name: 'Other', trials: [{ ...chalk.trials[0]!, resinId: 999_999 }] }
    expect(await refused(addToHouse(manager, 'pigments', strange, now))).toMatchObject({
      issues: [{ path: 'trials[0].resinId', code: 'resin-missing' }],
    })
    const tape = {
      name: 'Mould tape',
      kind: 'tape',
      unit: 'm',
      packSize: 66,
      packPrice: '4.20',
      supplier: 'the paint shop',
      leadDays: 3,
      note: '',
    }
    expect(await addToHouse(manager, 'materials', tape, now)).toMatchObject(tape)
  })
  test('whoever is ordered for is a customer; another name reaches their orders', async () => {
    const resin = await createResin(manager, RESINS[0]!, now)
    const recipe = await createRecipe(manager, aDisc(resin.id), now)
    const order = await createOrder(manager, anOrderFor(recipe.id, 1, { customer: 'Wick' }), now)
    const [wick] = await listHouse(manager, 'customers')
    expect(wick).toMatchObject({ name: 'Wick', email: '' })
    await saveInHouse(
      manager,
      'customers',
      wick!.id,
      { name: 'Wick and Daughter', address: '', email: '', phone: '', note: '', version: 1 },
      now,
    )
    expect((await getOrder(manager, order.id)).customer).toBe('Wick and Daughter')
    const away = archiveInHouse(
      manager,
      'customers',
      { id: wick!.id, version: 2, archived: true },
      now,
    )
    expect(await refused(away)).toMatchObject({ issues: [{ code: 'in-use' }] })
  })
  test('moulds that are out of use are not planned with; resins and moulds are put away', async () => {
    const moulds = await listMoulds(manager)
    const { archivedAt: _away, uses: _uses, id, ...mould } = moulds[0]!
    const count = async () => {
      const room = await readWorkroom(knex, manager.workspaceId, now, 9000)
      return room.moulds.find((one) => one.id === mouldId.of(id))!.count
    }
    const before = await count()
    const torn = await saveMould(
      manager,
      id,
      { ...mould, outOfUse: 1, outWhy: 'torn at the lip' },
      now,
    )
    expect(await count()).toBe(before - 1)
    const put = { id, version: torn.version, archived: true }
    expect(await archiveInHouse(manager, 'moulds', put, now)).toMatchObject({
      archivedAt: now.toISOString(),
    })
    const resin = (await listResins(manager)).find(({ name }) => name === RESINS[0]!.name)!
    const used = archiveInHouse(
      manager,
      'resins',
      { id: resin.id, version: resin.version, archived: true },
      now,
    )
    expect(await refused(used)).toMatchObject({ issues: [{ code: 'in-use' }] })
  })
})
