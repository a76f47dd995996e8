import type { Knex } from 'knex'
import { issueWords } from '../../shared/words'
import { type Issue } from '../../core/result'
import { database } from '../db/database'
import { AppError } from './AppError'

interface MysqlError {
  errno?: number
}
const DUPLICATE = 1062
const STILL_REFERENCED = 1451
const NO_SUCH_PARENT = 1452

/**
 * Runs a use case in one transaction, and turns what the schema forbids into a sentence.
 * @param taken what to say, and at which field, when a unique key is taken
 */
export async function inTransaction<T>(
  work: (trx: Knex.Transaction) => Promise<T>,
  taken?: Issue,
): Promise<T> {
  try {
    return await database().transaction(work)
  } catch (error) {
    const { errno } = error as MysqlError
    if (errno === DUPLICATE && taken)
      throw new AppError('invalid-input', issueWords(taken), { issues: [taken], cause: error })
    if (errno === STILL_REFERENCED) {
      throw new AppError(
        'invalid-input',
        'This has been poured or used already and stays for the record; add a new one instead of removing it.',
        { cause: error },
      )
    }
    if (errno === NO_SUCH_PARENT)
      throw new AppError(
        'invalid-input',
        'This points to something that does not exist any more.',
        { cause: error },
      )
    throw error
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
