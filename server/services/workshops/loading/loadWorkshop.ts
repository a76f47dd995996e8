import { randomUUID } from 'node:crypto'
import { accountOf, setAccount, signInNear } from '../../../db/accounts'
import { database } from '../../../db/database'
import { HOUSE_TABLES } from '../../../db/house'
import type { Db } from '../../../db/rows'
import {
  greatestId,
  insertOwned,
  insertWorkspace,
  ownedTables,
  workspacesTable,
} from '../../../db/workspaceRows'
import { setFurnished } from '../../../db/workspaces'
import { tell } from '../../../events/tell'
import { AppError } from '../../AppError'
import { found, inTransaction } from '../../transactions'
import type { Who } from '../../Who'
import { joinAsManager } from '../workshops'
import { movedRow, type Move } from './movedRow'
import { readWorkshopFile, type WorkshopFile } from './workshopFile'

type Row = Record<string, unknown>

/** So many numbers are left for what others add meanwhile. */
const MARGIN = 100_000
const ROWS_AT_A_TIME = 200
/** Tables whose rows are long: they go one by one. */
const PICTURES = new Set(['photos', 'pinned_pictures'])
const MOST_BEFORE_READY = 99
/** In the workshop that they are of, letters are sent or not; here none goes out again. */
const UNSENT = 'It had not gone out when the workshop was written to a file.'

/** Rows as they begin in a workshop that was loaded, once they are moved. */
const ADAPTED: Record<string, (row: Row) => Row> = {
  letters: (row) => ({
    ...row,
    body: '',
    due_at: null,
    ...(row.state === 'waiting' && { state: 'failed', failure: UNSENT }),
  }),
}

/** A workshop whose people are there, and whose other rows still come. */
export interface Begun {
  id: number
  /** Brings the rest. @throws Error where it was thrown away meanwhile */
  finish: () => Promise<void>
}

/**
 * Begins to take in a workshop that was written to a file, as another one of whoever asks. Of its
 * people nobody can sign in before they are invited; who has the same name to sign in with as the
 * asking manager, and is a manager there, is taken for them.
 * @throws AppError `invalid-input` where the file is none, or holds what cannot be
 */
export async function beginLoading(who: Who, text: string, now: Date): Promise<Begun> {
  const known = await ownedTables(database())
  const own = await workspacesTable(database())
  const file = readWorkshopFile(text, known, own)
  const { move, by } = await inTransaction(async (trx) => {
    const row = movedRow(file.workshop, own.columns, { workspaceId: 0, by: 0 })
    const workspaceId = await insertWorkspace(trx, row)
    const place = { workspaceId, by: (await greatestId(trx, known)) + MARGIN }
    return { move: place, by: await addPeople(trx, who, file, place, now) }
  })
  return { id: move.workspaceId, finish: () => bringRest(file, move, by, now) }
}

const tableOf = ({ tables }: WorkshopFile, name: string) =>
  found(tables.find(({ table }) => table.name === name) ?? null, 'table')

/** @returns who the asking manager is there */
async function addPeople(
  trx: Db,
  who: Who,
  file: WorkshopFile,
  move: Move,
  now: Date,
): Promise<number> {
  const { table, rows } = tableOf(file, 'people')
  for (const row of rows) {
    const sign_in = await signInNear(trx, String(row.sign_in))
    await insertOwned(trx, 'people', [{ ...movedRow(row, table.columns, move), sign_in }])
  }
  const here = found(await HOUSE_TABLES.people.get(trx, who.workspaceId, who.personId), 'person')
  const self = rows.find(
    ({ sign_in, role, archived_at }) =>
      sign_in === here.signIn && role === 'manager' && archived_at === null,
  )
  if (!self) return joinAsManager(trx, who, move.workspaceId, { skills: [], shifts: [] }, now)
  const personId = Number(self.id) + move.by
  await setAccount(trx, personId, await accountOf(trx, who.personId, randomUUID()))
  return personId
}

async function bringRest(file: WorkshopFile, move: Move, by: number, now: Date): Promise<void> {
  const { workspaceId } = move
  const rest = file.tables.filter(({ table }) => table.name !== 'people')
  const all = rest.reduce((sum, { rows }) => sum + rows.length, 0)
  let brought = 0
  for (const { table, rows } of rest) {
    const adapted = ADAPTED[table.name] ?? ((row: Row) => row)
    for (let at = 0; at < rows.length; at += ROWS_AT_A_TIME) {
      const some = rows.slice(at, at + ROWS_AT_A_TIME)
      const placed = some.map((row) => adapted(movedRow(row, table.columns, move)))
      await insertOwned(database(), table.name, placed, PICTURES.has(table.name) ? 1 : undefined)
      brought += some.length
      const share = Math.floor((brought / all) * MOST_BEFORE_READY)
      if (!(await setFurnished(database(), workspaceId, share)))
        throw new AppError('unknown', 'It was thrown away while it was read in.')
    }
  }
  await inTransaction(async (trx) => {
    await setFurnished(trx, workspaceId, 100)
    tell(trx, workspaceId, { subject: 'workshop', kind: 'loaded', id: workspaceId, by, at: now })
  })
}
