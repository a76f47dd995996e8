import type { Db } from './rows'

/** A table whose rows belong to workshops. */
export interface OwnedTable {
  name: string
  /** Tables that its rows point to. */
  pointsTo: string[]
  /** Its columns, in their order. */
  columns: string[]
}

/** What an export leaves out: who is signed in where, and secrets, even as their hashes. */
const SECRET_TABLES = new Set(['sessions', 'known_devices', 'invitations', 'calendar_feeds'])
const SECRET_COLUMNS: Record<string, readonly string[]> = {
  people: ['password_hash', 'account'],
  // A letter with an invitation opens a door.
  letters: ['body'],
}
const ROWS_AT_A_TIME = 200

interface Reference {
  table: string
  target: string | null
}

/** Every table with rows of workshops, those that are pointed to before those that point to them. */
export async function ownedTables(db: Db): Promise<OwnedTable[]> {
  const [columns] = (await db.raw(
    `SELECT TABLE_NAME AS \`table\`, COLUMN_NAME AS name FROM information_schema.COLUMNS
     WHERE TABLE_SCHEMA = DATABASE() AND EXTRA NOT LIKE '%GENERATED%' ORDER BY ORDINAL_POSITION`,
  )) as unknown as [{ table: string; name: string }[]]
  const [references] = (await db.raw(
    `SELECT TABLE_NAME AS \`table\`, REFERENCED_TABLE_NAME AS target
     FROM information_schema.KEY_COLUMN_USAGE
     WHERE TABLE_SCHEMA = DATABASE() AND REFERENCED_TABLE_NAME IS NOT NULL`,
  )) as unknown as [Reference[]]
  const owned = columns.filter(({ name }) => name === 'workspace_id').map(({ table }) => table)
  const tables = owned.map((name) => ({
    name,
    pointsTo: references.flatMap(({ table, target }) =>
      table === name && target !== null && target !== name && owned.includes(target)
        ? [target]
        : [],
    ),
    columns: columns.filter(({ table }) => table === name).map((column) => column.name),
  }))
  return inOrder(tables)
}

function inOrder(tables: readonly OwnedTable[]): OwnedTable[] {
  const ordered: OwnedTable[] = []
  const open = new Set(tables)
  while (open.size > 0) {
    const ready = [...open].filter(({ pointsTo }) =>
      pointsTo.every((target) => ![...open].some(({ name }) => name === target)),
    )
    // Tables that point to each other in a circle come as they are.
    for (const table of ready.length > 0 ? ready : open) {
      ordered.push(table)
      open.delete(table)
    }
  }
  return ordered
}

/** Deletes a workshop with everything in it. */
export async function removeWorkspace(db: Db, workspaceId: number): Promise<void> {
  for (const { name } of (await ownedTables(db)).reverse())
    await db(name).where({ workspace_id: workspaceId }).delete()
  await db('workspaces').where({ id: workspaceId }).delete()
}

const asJson = (value: unknown): unknown =>
  value instanceof Date ? value.toISOString() : Buffer.isBuffer(value) ? base64(value) : value
const base64 = (bytes: Buffer) => ({ base64: bytes.toString('base64') })

/**
 * A whole workshop as JSON, a piece of text at a time: its row and the rows of every table that
 * belongs to workshops, with photographs as base64; no passwords and no secrets.
 */
export async function* workspaceAsJson(
  db: Db,
  workspaceId: number,
  madeAt: Date,
): AsyncGenerator<string> {
  const workspace: unknown = await db('workspaces').where({ id: workspaceId }).first()
  const head = {
    format: 'velvet-batch workshop',
    version: 1,
    madeAt: madeAt.toISOString(),
    workshop: workspace,
  }
  yield `${JSON.stringify(head).slice(0, -1)},"tables":{`
  const tables = (await ownedTables(db)).filter(({ name }) => !SECRET_TABLES.has(name))
  for (const [at, { name, columns }] of tables.entries()) {
    yield `${at > 0 ? ',' : ''}\n${JSON.stringify(name)}:[`
    yield* rowsAsJson(
      db,
      workspaceId,
      name,
      columns.filter((column) => !SECRET_COLUMNS[name]?.includes(column)),
    )
    yield ']'
  }
  yield '\n}}\n'
}

async function* rowsAsJson(
  db: Db,
  workspaceId: number,
  table: string,
  columns: readonly string[],
): AsyncGenerator<string> {
  const key = columns.includes('id') ? 'id' : 'workspace_id'
  for (let last = 0, isFirst = true; ; isFirst = false) {
    const query = db(table)
      .where({ workspace_id: workspaceId })
      .select([...columns])
    if (key === 'id') query.where('id', '>', last).orderBy('id').limit(ROWS_AT_A_TIME)
    const rows = (await query) as Record<string, unknown>[]
    const texts = rows.map((row) =>
      JSON.stringify(
        Object.fromEntries(Object.entries(row).map(([name, value]) => [name, asJson(value)])),
      ),
    )
    if (texts.length > 0) yield `${isFirst ? '' : ','}\n${texts.join(',\n')}`
    if (key !== 'id' || rows.length < ROWS_AT_A_TIME) return
    last = Number(rows.at(-1)?.id)
  }
}
