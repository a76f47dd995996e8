import type { DatabaseSettings } from '../../server/db/knex'
import { dataFolder, runningOn } from './dataFolder'
import { ownSettings, startMariadb } from './mariadb'
import { namedDatabase } from './namedDatabase'

/** The workshop's database, and where its server answers if one runs. */
export interface Reached {
  settings: DatabaseSettings
  address: string | null
}

/**
 * Does something with the workshop's database: the one that the environment names, the one that runs
 * on a folder, or else that of the folder, started for as long as it takes.
 */
export async function withWorkshop<T>(
  data: string | null,
  work: (reached: Reached) => Promise<T>,
): Promise<T> {
  const named = namedDatabase()
  if (named) return work({ settings: named, address: null })
  const folder = dataFolder(data)
  const running = runningOn(folder)
  if (running)
    return work({
      settings: ownSettings(folder, running.databasePort),
      address: running.address,
    })
  const database = await startMariadb(folder)
  try {
    return await work({ settings: database.settings, address: null })
  } finally {
    await database.stop()
  }
}
