import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise'
import { DEMO_PASSWORD } from '../../demo/workshop'
import { now } from '../../server/clock'
import { MS_PER_DAY } from '../../core/units'
import { startMariadb } from './mariadb'
import { ROOT } from './paths'
import { freePort } from './ports'
import { startServer } from './server'

const WRITERS = ['maren', 'tobin', 'wilda', 'osric'] as const
/** Between two crashes there is writing for so long, and for so much more by chance. */
const CALM_MS = 800
const MORE_MS = 1500
const ANSWERED_WITHIN_MS = 8000

/** What came of writes while server and database were killed. */
export interface Tally {
  crashes: number
  acknowledged: number
  /** Writes whose answer never came: they may be there or not. */
  unanswered: number
  /** Of these, how many are there. */
  kept: number
  /** What must not be, in sentences: acknowledged and lost, there twice, out of step. */
  broken: string[]
}

/** One thing that was written: a note on a piece, or an order. */
interface Written {
  kind: 'note' | 'order'
  text: string
  isAcknowledged: boolean
}

const headers = (cookie: string) => ({ 'content-type': 'application/json', cookie })

async function signIn(address: string, name: string): Promise<string> {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ signIn: name, password: DEMO_PASSWORD }),
  })
  if (!answer.ok) throw new Error(`${name} could not sign in: ${answer.status}`)
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ')
}

/** Writes one thing after the other until it is told to stop. */
async function write(
  address: string,
  cookie: string,
  { pieceId, recipeId, mark }: { pieceId: number; recipeId: number; mark: string },
  written: Written[],
  isOver: () => boolean,
): Promise<void> {
  const promisedAt = new Date(now().getTime() + 40 * MS_PER_DAY).toISOString()
  for (let i = 0; !isOver(); i++) {
    const kind = i % 3 === 2 ? 'order' : 'note'
    const one: Written = { kind, text: `${mark} ${i}`, isAcknowledged: false }
    written.push(one)
    const [path, body] =
      kind === 'note'
        ? [`pieces/${pieceId}/note`, { note: one.text }]
        : [
            'orders',
            {
              kind: 'commission',
              title: one.text,
              customer: 'Somebody',
              promisedAt,
              state: 'accepted',
              colours: '',
              wish: '',
              note: '',
              lines: [{ recipeId, quantity: 2 }],
            },
          ]
    const answer = await fetch(`${address}/api/${path}`, {
      method: 'POST',
      headers: headers(cookie),
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(ANSWERED_WITHIN_MS),
    }).catch(() => null)
    one.isAcknowledged = answer?.ok === true
    if (!one.isAcknowledged) await pause(100)
  }
}

const countOf = async (db: Connection, sql: string, values: unknown[] = []): Promise<number> => {
  const [rows] = await db.query<RowDataPacket[]>(sql, values)
  return Number(rows[0]?.count ?? 0)
}

const FIND = {
  note: "SELECT COUNT(*) AS count FROM piece_events WHERE kind = 'note' AND note = ?",
  order: 'SELECT COUNT(*) AS count FROM orders WHERE title = ?',
} as const

/** What must hold whatever was cut off, and how many rows break it. */
const INVARIANTS: Record<string, string> = {
  'orders without pieces':
    'SELECT COUNT(*) AS count FROM orders WHERE NOT EXISTS (SELECT 1 FROM order_lines WHERE order_id = orders.id)',
  'lines of accepted orders without pots': `SELECT COUNT(*) AS count FROM order_lines JOIN orders ON orders.id = order_id
     WHERE orders.state = 'accepted' AND NOT EXISTS (SELECT 1 FROM pot_portions WHERE order_line_id = order_lines.id)`,
  'layers that two pots pour': `SELECT COUNT(*) AS count FROM pot_portions x JOIN pots p ON p.id = x.pot_id
     JOIN pot_portions y ON y.order_line_id = x.order_line_id AND y.layer_id = x.layer_id AND y.id > x.id
       AND y.first_piece < x.first_piece + x.pieces AND x.first_piece < y.first_piece + y.pieces
     JOIN pots q ON q.id = y.pot_id WHERE p.state = 'planned' AND q.state = 'planned'`,
  'events that are missing or counted twice': `SELECT COUNT(*) AS count FROM event_counters c
     WHERE c.last <> (SELECT COUNT(*) FROM events e WHERE e.workspace_id = c.workspace_id)
        OR c.last <> (SELECT MAX(number) FROM events e WHERE e.workspace_id = c.workspace_id)`,
  'notes that nobody was told of': `SELECT ABS((SELECT COUNT(*) FROM piece_events WHERE kind = 'note')
     - (SELECT COUNT(*) FROM events WHERE subject = 'piece' AND kind = 'noted')) AS count`,
}

async function judge(db: Connection, written: readonly Written[]): Promise<Tally> {
  const broken: string[] = []
  let kept = 0
  for (const { kind, text, isAcknowledged } of written) {
    const count = await countOf(db, FIND[kind], [text])
    if (isAcknowledged && count === 0) broken.push(`lost though acknowledged: ${kind} “${text}”`)
    if (count > 1) broken.push(`there ${count} times: ${kind} “${text}”`)
    if (!isAcknowledged && count > 0) kept++
  }
  for (const [name, sql] of Object.entries(INVARIANTS)) {
    const count = await countOf(db, sql)
    if (count > 0) broken.push(`${count} × ${name}`)
  }
  const acknowledged = written.filter((one) => one.isAcknowledged).length
  return { crashes: 0, acknowledged, unanswered: written.length - acknowledged, kept, broken }
}

/**
 * Kills server and database in turn while several people write, and then looks what became of
 * everything that was written. The server is on its own when the database goes, and finds it again.
 * @param folder holds a database with the demo, and keeps the server's log
 */
export async function crash(folder: string, crashes: number): Promise<Tally> {
  let database = await startMariadb(folder)
  const port = await freePort()
  const start = () => startServer(ROOT, port, database.settings, join(folder, 'server.log'))
  let server = await start()
  const written: Written[] = []
  const mark = `crash ${process.pid}.${now().getTime()}`
  let isOver = false
  try {
    const cookies = await Promise.all(WRITERS.map((name) => signIn(server.address, name)))
    const get = async <T>(path: string) =>
      (await (
        await fetch(`${server.address}/api/${path}`, { headers: headers(cookies[0] ?? '') })
      ).json()) as T
    const pieces = await get<{ id: number }[]>('pieces')
    const recipes = await get<{ id: number; name: string }[]>('recipes')
    const recipeId = recipes.find(({ name }) => name === 'Drawer pull')?.id ?? 0
    const writing = cookies.map((cookie, i) =>
      write(
        server.address,
        cookie,
        { pieceId: pieces[i]?.id ?? 0, recipeId, mark: `${mark} ${WRITERS[i]}` },
        written,
        () => isOver,
      ),
    )
    for (let i = 0; i < crashes; i++) {
      await pause(CALM_MS + Math.random() * MORE_MS)
      if (i % 2 === 0) {
        process.kill(server.pid, 'SIGKILL')
        await server.ended
        server = await start()
      } else {
        await database.kill()
        database = await startMariadb(folder, { port: database.settings.port })
      }
    }
    await pause(CALM_MS)
    isOver = true
    await Promise.all(writing)
    const db = await mysql.createConnection(database.settings)
    try {
      return { ...(await judge(db, written)), crashes }
    } finally {
      await db.end()
    }
  } finally {
    isOver = true
    await server.stop()
    await database.stop()
  }
}

export const tallyWords = (tally: Tally): string[] => [
  `${tally.crashes} crashes: ${tally.acknowledged} writes acknowledged, ${tally.unanswered} without an answer (${tally.kept} of them there), ${tally.broken.length} things broken`,
  ...tally.broken,
]
