import { now } from '../server/clock'
import { closeDatabase, database, useDatabase } from '../server/db/database'
import { openDatabase, type DatabaseSettings } from '../server/db/knex'
import { findWho } from '../server/db/people'
import { invite } from '../server/services/people/access'
import { passwordArgs } from './lib/args'
import { dataFolder, runningOn } from './lib/dataFolder'
import { ownSettings, startMariadb } from './lib/mariadb'
import { namedDatabase } from './lib/namedDatabase'
import { Sentence } from './lib/Sentence'

/**
 * `velvet password NAME`: a link with which somebody who is locked out chooses a new password, for
 * whoever sits at this machine.
 */
export async function passwordCommand(args: readonly string[]): Promise<number> {
  const { name, data } = passwordArgs(args)
  const named = namedDatabase()
  if (named) return linkFor(name, named, null)
  const folder = dataFolder(data)
  const running = runningOn(folder)
  if (running) return linkFor(name, ownSettings(folder, running.databasePort), running.address)
  const database = await startMariadb(folder)
  try {
    return await linkFor(name, database.settings, null)
  } finally {
    await database.stop()
  }
}

async function linkFor(
  name: string,
  settings: DatabaseSettings,
  address: string | null,
): Promise<number> {
  useDatabase(openDatabase(settings))
  try {
    const found = await findWho(database(), name.trim().toLowerCase())
    if (!found) throw new Sentence(`Nobody signs in with the name "${name}".`)
    const { secret } = await invite(found, found.personId, now())
    const path = `/invited/${secret}`
    process.stdout.write(
      address
        ? `${found.name} chooses a new password at ${address}${path}\n`
        : `${found.name} chooses a new password at the workshop’s address, with ${path} behind it.\n`,
    )
    return 0
  } finally {
    await closeDatabase()
  }
}
