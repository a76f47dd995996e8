import { groupBy, isoOrNull, updateVersioned, type Db } from '../rows'

/** A row of the house as it is edited: its fields, its version, and since when it is put away. */
export type HouseRow<F> = F & { id: number; version: number; archivedAt: string | null }

/** What can be done to the rows of one kind; a row of another workshop is none. */
export interface HouseTable<F> {
  list: (db: Db, workspaceId: number) => Promise<HouseRow<F>[]>
  get: (db: Db, workspaceId: number, id: number) => Promise<HouseRow<F> | null>
  insert: (db: Db, workspaceId: number, fields: F, now: Date) => Promise<number>
  /** @returns false where somebody saved in between */
  update: (
    db: Db,
    workspaceId: number,
    id: number,
    fields: F & { version: number },
    now: Date,
  ) => Promise<boolean>
  setArchived: (
    db: Db,
    workspaceId: number,
    row: { id: number; version: number; archived: boolean },
    now: Date,
  ) => Promise<boolean>
  remove: (db: Db, workspaceId: number, id: number) => Promise<void>
}

/** What can be done to a row of any kind that can be put away. */
export type KeptTable = Pick<HouseTable<object>, 'setArchived' | 'remove'> & {
  get: (db: Db, workspaceId: number, id: number) => Promise<HouseRow<object> | null>
}

/** Columns that every kind has. */
export interface HouseColumns {
  id: number
  version: number
  archived_at: Date | null
}

/** What tells the kinds apart: their columns. */
interface Mapping<F, C extends HouseColumns> {
  table: string
  fieldsOf: (row: C) => F
  columnsOf: (fields: F) => Record<string, unknown>
}

/** Rows that hang on those of a table, as a list among its fields. */
interface Hanging<A, F, R extends object> {
  /** The table that they are kept in, and its column that points to the row. */
  table: string
  parent: string
  order: readonly string[]
  /** The fields of a row together with what hangs on it. */
  join: (alone: HouseRow<A>, rows: R[]) => HouseRow<F>
  /** The columns of what hangs on it. */
  rowsOf: (fields: F) => object[]
}

/** A table with rows that hang on its own; they are written anew with each save. */
export function withHanging<A extends object, F extends A, R extends object>(
  alone: HouseTable<A>,
  { table, parent, order, join, rowsOf }: Hanging<A, F, R>,
): HouseTable<F> {
  const read = async (db: Db, workspaceId: number, ids?: number[]) => {
    const query = db(table)
      .where({ workspace_id: workspaceId })
      .orderBy([...order])
    if (ids) query.whereIn(parent, ids)
    return groupBy((await query) as (R & Record<string, number>)[], (row) => row[parent] ?? 0)
  }
  const write = async (db: Db, workspaceId: number, id: number, fields: F) => {
    const own = { workspace_id: workspaceId, [parent]: id }
    await db(table).where(own).delete()
    const rows = rowsOf(fields)
    if (rows.length > 0) await db(table).insert(rows.map((row) => ({ ...own, ...row })))
  }
  return {
    ...alone,
    async list(db, workspaceId) {
      const rows = await alone.list(db, workspaceId)
      const hanging = await read(db, workspaceId)
      return rows.map((row) => join(row, hanging.get(row.id) ?? []))
    },
    async get(db, workspaceId, id) {
      const row = await alone.get(db, workspaceId, id)
      return row && join(row, (await read(db, workspaceId, [id])).get(id) ?? [])
    },
    async insert(db, workspaceId, fields, now) {
      const id = await alone.insert(db, workspaceId, fields, now)
      await write(db, workspaceId, id, fields)
      return id
    },
    async update(db, workspaceId, id, fields, now) {
      const saved = await alone.update(db, workspaceId, id, fields, now)
      if (saved) await write(db, workspaceId, id, fields)
      return saved
    },
  }
}

/** The rows of one table, each by itself. */
export function houseTable<F extends object, C extends HouseColumns>({
  table,
  fieldsOf,
  columnsOf,
}: Mapping<F, C>): HouseTable<F> {
  const rowOf = (row: C): HouseRow<F> => ({
    ...fieldsOf(row),
    id: row.id,
    version: row.version,
    archivedAt: isoOrNull(row.archived_at),
  })
  return {
    async list(db, workspaceId) {
      const rows = (await db(table).where({ workspace_id: workspaceId }).orderBy('name')) as C[]
      return rows.map(rowOf)
    },
    async get(db, workspaceId, id) {
      const row = (await db(table).where({ workspace_id: workspaceId, id }).first()) as
        C | undefined
      return row ? rowOf(row) : null
    },
    async insert(db, workspaceId, fields, now) {
      const row = { workspace_id: workspaceId, ...columnsOf(fields), updated_at: now }
      const [id = 0] = await db(table).insert(row)
      return id
    },
    update: (db, workspaceId, id, fields, now) =>
      updateVersioned(
        db,
        table,
        { workspaceId, id, version: fields.version },
        columnsOf(fields),
        now,
      ),
    setArchived: (db, workspaceId, { id, version, archived }, now) =>
      updateVersioned(
        db,
        table,
        { workspaceId, id, version },
        { archived_at: archived ? now : null },
        now,
      ),
    async remove(db, workspaceId, id) {
      await db(table).where({ workspace_id: workspaceId, id }).delete()
    },
  }
}
