import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { prepareDemo } from '../demo'
import { buildIfStale } from './build'
import { startMariadb, type OwnDatabase } from './mariadb'
import { ROOT } from './paths'
import { freePort } from './ports'
import { startServer } from './server'

/**
 * Runs some work against the production build with the demo freshly loaded, on a free port, and
 * clears up.
 * @param folder is emptied first; it keeps the database and the server's log
 */
export async function withDemo<T>(
  folder: string,
  work: (address: string, database: OwnDatabase) => Promise<T>,
): Promise<T> {
  await buildIfStale(ROOT)
  rmSync(folder, { recursive: true, force: true })
  const database = await startMariadb(folder)
  try {
    await prepareDemo(database, folder)
    const server = await startServer(
      ROOT,
      await freePort(),
      database.settings,
      join(folder, 'server.log'),
    )
    try {
      return await work(server.address, database)
    } finally {
      await server.stop()
    }
  } finally {
    await database.stop()
  }
}
