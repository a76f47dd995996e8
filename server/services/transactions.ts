import type { Knex } from 'knex'
import { issueWords } from '../../shared/words'
import { issue, type Issue } from '../../core/result'
import { database } from '../db/database'
import { lockWorkspace } from '../db/workshop'
import { nudge } from '../events/live'
import { writeTold } from '../events/tell'
import { AppError } from './AppError'

interface MysqlError {
  errno?: number
}
const DUPLICATE = 1062
const STILL_REFERENCED = 1451
const NO_SUCH_PARENT = 1452
const OUT_OF_RANGE = 1264
const TOO_LONG = 1406

const DEADLOCK = 1213
const LOCK_WAIT = 1205
const MOST_TRIES = 6
/** The first pause before another try is up to so long; each one after may last twice as long. */
const FIRST_PAUSE_MS = 30

/**
 * Runs a use case in one transaction, and turns what the schema forbids into a sentence. Where it
 * stood in another's way and was taken back by the database, it is tried again; so it must do
 * nothing that the transaction does not undo.
 * @param taken what to say, and at which field, when a unique key is taken
 */
export async function inTransaction<T>(
  work: (trx: Knex.Transaction) => Promise<T>,
  taken?: Issue,
): Promise<T> {
  for (let tries = 1; ; tries++) {
    /** Nothing is left but to say so to the database. */
    let isDone = false
    try {
      const { result, news } = await database().transaction(async (trx) => {
        const result = await work(trx)
        const news = await writeTold(trx)
        isDone = true
        return { result, news }
      })
      for (const workspaceId of news) nudge(workspaceId)
      return result
    } catch (error) {
      const { errno } = error as MysqlError
      const stoodInTheWay = errno === DEADLOCK || errno === LOCK_WAIT
      if (isDone && !stoodInTheWay) throw outcomeUnknown(error)
      if (!stoodInTheWay || tries >= MOST_TRIES) throw refusalOf(error, taken)
      await pause(Math.random() * FIRST_PAUSE_MS * 2 ** tries)
    }
  }
}
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** The same for what changes pots, plans or what they are made of: one after the other. */
export const inTurn = <T>(
  workspaceId: number,
  work: (trx: Knex.Transaction) => Promise<T>,
  taken?: Issue,
): Promise<T> =>
  inTransaction(async (trx) => {
    await lockWorkspace(trx, workspaceId)
    return work(trx)
  }, taken)

/** Reads everything as it was at one instant, and can change nothing. */
export const inSnapshot = <T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> =>
  database().transaction(work, { readOnly: true })

/** The answer to the last word was lost: it may have been heard. */
const outcomeUnknown = (cause: unknown) =>
  new AppError(
    'outcome-unknown',
    'The connection to the database broke while this was being saved, so it is not known whether it was. Look before you do it again.',
    { cause },
  )

/** A column as the field that it keeps. */
const camelCase = (column: string) =>
  column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase())

/** What the schema forbids, as a sentence; anything else as it is. */
function refusalOf(error: unknown, taken: Issue | undefined): unknown {
  switch ((error as MysqlError).errno) {
    case DUPLICATE:
      return taken
        ? new AppError('invalid-input', issueWords(taken), { issues: [taken], cause: error })
        : error
    case STILL_REFERENCED:
      return new AppError(
        'invalid-input',
        'This has been poured or used already and stays for the record; add a new one instead of removing it.',
        { cause: error },
      )
    case NO_SUCH_PARENT:
      return new AppError(
        'invalid-input',
        'This points to something that does not exist any more.',
        { cause: error },
      )
    case OUT_OF_RANGE:
    case TOO_LONG: {
      const column = /column '(\w+)'/.exec((error as Error).message)?.[1] ?? ''
      const wrong = issue(camelCase(column), 'beyond-column')
      return new AppError('invalid-input', 'One of these is larger than can be kept.', {
        issues: [wrong],
        cause: error,
      })
    }
    default:
      return error
  }
}

/** The row, or the refusal that says it is not here. */
export function found<T>(row: T | null, what: string): T {
  if (row === null)
    throw new AppError('unknown', `This ${what} does not exist, or not in your workshop.`)
  return row
}

/** After a versioned save: the new row, or the conflict with the row as somebody else left it. */
export function savedOrConflict<T>(saved: boolean, current: T | null, what: string): T {
  const row = found(current, what)
  if (!saved)
    throw new AppError(
      'conflict',
      `Somebody else changed this ${what} since you opened it. Nothing of yours is lost: compare and save again.`,
      { current: row },
    )
  return row
}
