import { type APIRequestContext } from '@playwright/test'
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise'
import { signInAs } from './people'
import { inDays } from '../fixtures/now'
import { expect, test } from './yard'

/** For each `{name}` in a path, a row that there is. */
const ROW_OF: Record<string, string> = {
  orders: 'SELECT MAX(id) AS value FROM orders',
  pieces: 'SELECT MAX(id) AS value FROM pieces',
  photos: 'SELECT MAX(id) AS value FROM photos',
  recipes: 'SELECT recipe_id AS value FROM recipe_versions ORDER BY id DESC LIMIT 1',
  version: 'SELECT version AS value FROM recipe_versions ORDER BY id DESC LIMIT 1',
  runs: 'SELECT MAX(id) AS value FROM runs',
  proposals: 'SELECT MAX(id) AS value FROM plan_proposals',
}

let db: Connection

test.beforeEach(async ({ database }) => {
  db = await mysql.createConnection(database)
})

test.afterEach(() => db.end())

const valuesOf = async <T>(sql: string): Promise<T[]> =>
  (await db.query<(RowDataPacket & { value: T })[]>(sql))[0].map((row) => row.value)

/** A sum over every row of every table. */
async function checksums(): Promise<Record<string, unknown>> {
  const tables = await valuesOf<string>(
    "SELECT table_name AS value FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
  )
  expect(tables.length).toBeGreaterThan(25)
  const [rows] = await db.query<RowDataPacket[]>(
    `CHECKSUM TABLE ${tables.map((name) => db.escapeId(name)).join(', ')} EXTENDED`,
  )
  return Object.fromEntries(rows.map((row) => [row.Table as string, row.Checksum as unknown]))
}

/** Every address that can be read, with rows that there are. */
async function addresses(request: APIRequestContext): Promise<string[]> {
  const { paths } = (await (await request.get('/api/openapi.json')).json()) as {
    paths: Record<string, { get?: object }>
  }
  // A stream of what happens has no end; it reads as the history does.
  const readable = Object.keys(paths).filter((path) => paths[path]?.get && path !== '/api/events')
  const filled: string[] = []
  for (const path of readable) {
    let url = path
    for (const [whole, name = ''] of path.matchAll(/\{(\w+)\}/g)) {
      const before = path.slice(0, path.indexOf(whole)).split('/').at(-2) ?? ''
      const sql = ROW_OF[name] ?? ROW_OF[before]
      const [value] = sql ? await valuesOf<number | null>(sql) : []
      url = url.replace(whole, String(value ?? 1))
    }
    filled.push(url === '/api/history' ? `${url}?subject=order&id=1` : url)
  }
  return filled
}

test('whoever reads changes nothing, also after an order was changed; the plan keeps its tasks', async ({
  page,
}) => {
  await signInAs(page, 'maren')
  interface Line {
    id: number
    recipeId: number
    quantity: number
    recipeVersion: number | null
  }
  const { rows } = (await (await page.request.get('/api/orders')).json()) as {
    rows: { id: number; version: number; state: string; lines: Line[] }[]
  }
  const plan = async () =>
    (await (await page.request.get('/api/plan')).json()) as {
      id: number
      tasks: { key: string; orderId: number }[]
    }
  const planned = await plan()
  const order = rows.find(
    (one) =>
      one.state === 'accepted' &&
      one.lines.every((line) => line.recipeVersion === null) &&
      planned.tasks.some((task) => task.orderId === one.id),
  )!
  const { id, ...fields } = order
  const changed = await page.request.put(`/api/orders/${id}`, {
    data: {
      ...fields,
      promisedAt: inDays(50),
      lines: fields.lines.map((line) => ({ recipeId: line.recipeId, quantity: line.quantity + 2 })),
    },
  })
  expect(changed.ok(), await changed.text()).toBe(true)
  expect((await plan()).tasks).toEqual(planned.tasks)

  for (const name of ['maren', 'tobin', 'jessamy'] as const) {
    await signInAs(page, name)
    const all = await addresses(page.request)
    expect(all.length).toBeGreaterThan(20)
    const before = await checksums()
    for (const url of all) {
      const answer = await page.request.get(url)
      expect(answer.status(), `${name} ${url}`).toBeLessThan(500)
      expect(await checksums(), `${name} ${url}`).toEqual(before)
    }
  }
  expect((await plan()).tasks).toEqual(planned.tasks)
})
