import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { exportFile, importFile, previewImport } from '../../server/services/exchange/exchange'
import { addToHouse, listHouse } from '../../server/services/house/house'
import { houseRules, saveRules } from '../../server/services/house/rules'
import { listOrders } from '../../server/services/orders/orders'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin, listResins } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import { EVERY_OPEN_ORDER } from '../../shared/schemas/orders'
import { SHEET_KINDS } from '../../shared/types/exchangeSheets'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
let knex: Knex
let manager: Who
beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  await createRecipe(manager, aDisc(resin.id), now)
})
afterAll(leaveDatabase)

const file = (text: string) => ({ text, columns: null })
const materials = () => listHouse(manager, 'materials')

describe('materials from a spreadsheet', () => {
  const text =
    'Item;Name;Type;Pack size;Price;Supplier\n1;Mould tape;tape;66;4,20;paint shop\n2;Gloves;gloves;100;9,90;\n'
  test('are looked at first, and nothing is changed', async () => {
    const preview = await previewImport(manager, 'materials', file(text))
    expect(preview).toMatchObject({ lines: 2, added: 2, changed: 0, bad: [], missing: [] })
    expect(preview.heads).toContainEqual({ head: 'Type', column: 'kind' })
    expect(preview.heads).toContainEqual({ head: 'Item', column: null })
    expect(await materials()).toEqual([])
  })
  test('are taken, and the same file again changes what is there', async () => {
    const take = () => importFile(manager, 'materials', { ...file(text), leaveOut: false }, now)
    expect(await take()).toEqual({ added: 2, changed: 0, leftOut: 0 })
    expect(await take()).toEqual({ added: 0, changed: 2, leftOut: 0 })
    expect(await materials()).toMatchObject([
      { name: 'Gloves', packSize: 100, packPrice: '9.90' },
      { name: 'Mould tape', supplier: 'paint shop', version: 2 },
    ])
  })
  test('with a wrong line nothing is taken, unless it is to be left out', async () => {
    const wrong = 'name,pack size,price\nWax,1,2.00\nOil,none,3.00\nWax,1,2.00\n,1,1\n'
    const preview = await previewImport(manager, 'materials', file(wrong))
    expect(preview.bad).toEqual([
      { line: 3, problems: [{ head: 'pack', why: '“none” is not a number' }] },
      { line: 4, problems: [{ head: '', why: 'is the same as line 2' }] },
      { line: 5, problems: [{ head: 'name', why: 'must not be empty' }] },
    ])
    const all = { ...file(wrong), leaveOut: false }
    expect((await refusal(importFile(manager, 'materials', all, now)))?.code).toBe('invalid-input')
    expect(await materials()).toHaveLength(2)
    const some = { ...file(wrong), leaveOut: true }
    expect(await importFile(manager, 'materials', some, now)).toEqual({
      added: 1,
      changed: 0,
      leftOut: 3,
    })
  })
  test('need the columns without which they are nothing; another can be said to be one', async () => {
    const odd = 'thing,price\nTwine,1\n'
    expect(await previewImport(manager, 'materials', file(odd))).toMatchObject({
      missing: ['name'],
      added: 0,
    })
    const said = { text: odd, columns: ['name', 'price of a pack'] }
    expect(await previewImport(manager, 'materials', said)).toMatchObject({
      missing: [],
      added: 1,
      sample: [['Twine', '1']],
    })
  })
})

describe('orders from a spreadsheet', () => {
  const line = (i: number, changes: Partial<Record<'day' | 'recipe' | 'pieces', string>> = {}) =>
    [
      `Order ${i}`,
      'Ferncote Joinery',
      changes.day ?? '14.4.2026',
      changes.recipe ?? 'Pendulum disc',
      changes.pieces ?? '2',
    ].join(';')
  const HEAD = 'order;customer;due;recipe;quantity'
  test('two hundred of which seven are wrong: all seven are named, and none of the others half taken', async () => {
    const lines = Array.from({ length: 200 }, (_, i) => line(i))
    lines[10] = line(10, { day: '31.4.2026' })
    lines[20] = line(20, { recipe: 'Pendulum dish' })
    lines[30] = line(30, { pieces: 'two' })
    lines[40] = line(40, { pieces: '0' })
    lines[50] = line(50, { pieces: '1.5' })
    lines[60] = `;Somebody;14.4.2026;Pendulum disc;1`
    lines[70] = `Nobody's;;14.4.2026;Pendulum disc;1`
    const text = [HEAD, ...lines].join('\r\n')
    const preview = await previewImport(manager, 'orders', file(text))
    expect(preview.bad.map((bad) => bad.line)).toEqual([12, 22, 32, 42, 52, 62, 72])
    expect(preview.bad.flatMap((bad) => bad.problems.map(({ head }) => head))).toEqual([
      'promised',
      'recipe',
      'pieces',
      'pieces',
      'pieces',
      'order',
      'customer',
    ])
    const orders = async () => (await knex('orders').count({ n: '*' }))[0] as { n: number }
    const strict = importFile(manager, 'orders', { ...file(text), leaveOut: false }, now)
    expect((await refusal(strict))?.message).toContain('7 of 200 lines are wrong')
    expect(await orders()).toEqual({ n: 0 })
    expect(await importFile(manager, 'orders', { ...file(text), leaveOut: true }, now)).toEqual({
      added: 193,
      changed: 0,
      leftOut: 7,
    })
    expect(await orders()).toEqual({ n: 193 })
    expect((await previewImport(manager, 'orders', file(text))).bad).toHaveLength(200)
  })
  test('of one name, customer and day are one order with several pieces, promised in local time', async () => {
    const text = `${HEAD};at\nSet;Ada;2026-05-04;Pendulum disc;1;9:30\nSet;Ada;2026-05-04;Pendulum disc;4;9:30\n`
    await importFile(manager, 'orders', { ...file(text), leaveOut: false }, now)
    const { rows } = await listOrders(manager, { ...EVERY_OPEN_ORDER, find: 'Set' }, null)
    expect(rows).toMatchObject([
      { promisedAt: '2026-05-04T08:30:00.000Z', lines: [{ quantity: 1 }, { quantity: 4 }] },
    ])
  })
})

describe('what goes out', () => {
  test('comes back as it was, in either way of writing', async () => {
    await addToHouse(
      manager,
      'people',
      {
        name: 'Wren Hollis',
        signIn: 'wren',
        role: 'maker',
        helpsOthers: true,
        wage: null,
        skills: ['pour', 'finish'],
        shifts: [
          { weekday: 1, fromMin: 540, toMin: 750 },
          { weekday: 1, fromMin: 780, toMin: 1020 },
        ],
        rounds: [],
        otherwise: [],
      },
      now,
    )
    for (const decimalMark of ['.', ','] as const) {
      const rules = await houseRules(manager)
      await saveRules(manager, { ...rules, decimalMark }, now)
      for (const kind of SHEET_KINDS.filter((one) => one !== 'orders')) {
        const text = await exportFile(manager, kind)
        const preview = await previewImport(manager, kind, file(text))
        expect([kind, preview.bad, preview.missing, preview.added]).toEqual([kind, [], [], 0])
        expect(preview.changed).toBeGreaterThan(0)
      }
    }
    const before = await listResins(manager)
    const text = await exportFile(manager, 'resins')
    await importFile(manager, 'resins', { ...file(text), leaveOut: false }, now)
    expect(await listResins(manager)).toEqual(
      before.map((resin) => ({ ...resin, version: resin.version + 1 })),
    )
  })
  test('holds nothing that a spreadsheet takes for a formula', async () => {
    const name = '=HYPERLINK("http://example.invalid")'
    await addToHouse(
      manager,
      'customers',
      { name, address: '+1', email: '', phone: '', note: '@x' },
      now,
    )
    const text = await exportFile(manager, 'customers')
    expect(text).not.toMatch(/(^|[,;\n"])[=+@]/)
    expect((await previewImport(manager, 'customers', file(text))).added).toBe(0)
  })
})
