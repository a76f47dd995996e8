import type { DatabaseSettings } from '../../server/db/knex'
import { buildIfStale } from './build'
import { furnished } from './furnished'
import { ROOT } from './paths'
import { Yard } from './yard'

/**
 * Runs some work against the production build with the demo freshly loaded, on a free port, and
 * clears up.
 * @param folder is emptied first; it keeps the database and the server's log
 */
export async function withDemo<T>(
  folder: string,
  work: (address: string, database: DatabaseSettings) => Promise<T>,
): Promise<T> {
  await buildIfStale(ROOT)
  const yard = new Yard(await furnished(), folder)
  try {
    await yard.begin()
    return await work(yard.address, yard.settings)
  } finally {
    await yard.close()
  }
}
