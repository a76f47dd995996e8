import type { Db } from './rows'

/** A column of such a table, as the database describes it. */
export interface OwnedColumn {
  name: string
  /** As in `decimal(12,4)`. */
  type: string
  isNullable: boolean
  isJson: boolean
  /** Stands in no file, and is taken from none. */
  isSecret: boolean
  /** The table whose rows it points to, where those belong to workshops, too. */
  pointsTo: string | null
}

/** A table whose rows belong to workshops. */
export interface OwnedTable {
  name: string
  /** In their order. */
  columns: OwnedColumn[]
}

/** What an export leaves out: who is signed in where, and secrets, even as their hashes. */
const SECRET_TABLES = new Set(['sessions', 'known_devices', 'invitations', 'calendar_feeds'])
const SECRET_COLUMNS: Record<string, readonly string[]> = {
  people: ['password_hash', 'account', 'totp_secret', 'totp_step', 'totp_spare'],
  // A letter with an invitation opens a door.
  letters: ['body'],
}
const ROWS_AT_A_TIME = 200

interface ColumnRow extends Pick<OwnedColumn, 'name' | 'type'> {
  table: string
  isNullable: 0 | 1
}
/** What the database says of itself. */
interface Described {
  columns: ColumnRow[]
  references: { table: string; column: string; target: string }[]
  checks: { table: string; clause: string }[]
}

async function describe(db: Db): Promise<Described> {
  const rows = async <T>(sql: string) => ((await db.raw(sql)) as unknown as [T[]])[0]
  const [columns, references, checks] = await Promise.all([
    rows<ColumnRow>(
      `SELECT TABLE_NAME AS \`table\`, COLUMN_NAME AS name, COLUMN_TYPE AS type,
         IS_NULLABLE = 'YES' AS isNullable
       FROM information_schema.COLUMNS
       WHERE TABLE_SCHEMA = DATABASE() AND EXTRA NOT LIKE '%GENERATED%' ORDER BY ORDINAL_POSITION`,
    ),
    rows<Described['references'][number]>(
      `SELECT TABLE_NAME AS \`table\`, COLUMN_NAME AS \`column\`, REFERENCED_TABLE_NAME AS target
       FROM information_schema.KEY_COLUMN_USAGE
       WHERE TABLE_SCHEMA = DATABASE() AND REFERENCED_TABLE_NAME IS NOT NULL`,
    ),
    rows<Described['checks'][number]>(
      `SELECT TABLE_NAME AS \`table\`, CHECK_CLAUSE AS clause
       FROM information_schema.CHECK_CONSTRAINTS WHERE CONSTRAINT_SCHEMA = DATABASE()`,
    ),
  ])
  return { columns, references, checks }
}

/** Every table with rows of workshops, those that are pointed to before those that point to them. */
export async function ownedTables(db: Db): Promise<OwnedTable[]> {
  const described = await describe(db)
  const owned = described.columns.filter(({ name }) => name === 'workspace_id')
  const names = owned.map(({ table }) => table)
  return inOrder(names.map((name) => tableOf(name, described, names)))
}

/** The table of workshops itself. */
export const workspacesTable = async (db: Db): Promise<OwnedTable> =>
  tableOf('workspaces', await describe(db), [])

function tableOf(name: string, described: Described, owned: readonly string[]): OwnedTable {
  const here = <R extends { table: string }>(rows: readonly R[]) =>
    rows.filter(({ table }) => table === name)
  const references = here(described.references).filter(({ target }) => owned.includes(target))
  const checks = here(described.checks).map(({ clause }) => clause)
  const columns = here(described.columns).map((column) => ({
    name: column.name,
    type: column.type,
    isNullable: column.isNullable === 1,
    isJson: checks.includes(`json_valid(\`${column.name}\`)`),
    isSecret: SECRET_COLUMNS[name]?.includes(column.name) ?? false,
    pointsTo: references.find((one) => one.column === column.name)?.target ?? null,
  }))
  return { name, columns }
}

/** The greatest number that any row of these tables has. */
export async function greatestId(db: Db, tables: readonly OwnedTable[]): Promise<number> {
  const numbered = tables.filter(({ columns }) => columns.some(({ name }) => name === 'id'))
  const found = await Promise.all(
    numbered.map(({ name }) => db(name).max('id as id').first() as Promise<unknown>),
  )
  return Math.max(0, ...(found as { id: number | null }[]).map(({ id }) => id ?? 0))
}

function inOrder(tables: readonly OwnedTable[]): OwnedTable[] {
  const ordered: OwnedTable[] = []
  const open = new Set(tables)
  const waits = ({ name, columns }: OwnedTable) =>
    columns.some(
      ({ pointsTo }) => pointsTo !== name && [...open].some((one) => one.name === pointsTo),
    )
  while (open.size > 0) {
    const ready = [...open].filter((table) => !waits(table))
    // Tables that point to each other in a circle come as they are.
    for (const table of ready.length > 0 ? ready : open) {
      ordered.push(table)
      open.delete(table)
    }
  }
  return ordered
}

/** Adds a workshop as a file describes it, which is not ready yet. @returns its id */
export async function insertWorkspace(db: Db, row: Record<string, unknown>): Promise<number> {
  const [id = 0] = await db('workspaces').insert({
    ...row,
    id: undefined,
    is_first: null,
    furnished_pct: 0,
  })
  return id
}

/**
 * Adds rows as a file describes them.
 * @param atATime so many in one statement
 */
export async function insertOwned(
  db: Db,
  table: string,
  rows: readonly Record<string, unknown>[],
  atATime = ROWS_AT_A_TIME,
): Promise<void> {
  for (let at = 0; at < rows.length; at += atATime)
    await db(table).insert(rows.slice(at, at + atATime))
}

/** Deletes a workshop with everything in it. */
export async function removeWorkspace(db: Db, workspaceId: number): Promise<void> {
  for (const { name } of (await ownedTables(db)).reverse())
    await db(name).where({ workspace_id: workspaceId }).delete()
  await db('workspaces').where({ id: workspaceId }).delete()
}

/** What the file of a workshop says of itself. */
export const WORKSPACE_FORMAT = { format: 'velvet-batch workshop', version: 1 } as const

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
    ...WORKSPACE_FORMAT,
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
      columns.filter(({ isSecret }) => !isSecret).map((column) => column.name),
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
