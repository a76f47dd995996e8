import { now } from '../server/clock'
import { closeDatabase, database, useDatabase } from '../server/db/database'
import { openDatabase } from '../server/db/knex'
import { findWho } from '../server/db/people'
import { invite } from '../server/services/people/access'
import { wordArgs } from './lib/args'
import { withWorkshop, type Reached } from './lib/ownDatabase'
import { Sentence } from './lib/Sentence'

/**
 * `velvet password NAME`: a link with which somebody who is locked out chooses a new password, for
 * whoever sits at this machine.
 */
export async function passwordCommand(args: readonly string[]): Promise<number> {
  const { word, data } = wordArgs(args, 'Say whose password it is: ./velvet password NAME')
  process.stdout.write(`${await withWorkshop(data, (reached) => linkFor(word, reached))}\n`)
  return 0
}

async function linkFor(name: string, { settings, address }: Reached): Promise<string> {
  useDatabase(openDatabase(settings))
  try {
    const who = await findWho(database(), name.trim().toLowerCase())
    if (!who) throw new Sentence(`Nobody signs in with the name "${name}".`)
    const { secret } = await invite(who, who.personId, now())
    const path = `/invited/${secret}`
    return address
      ? `${who.name} chooses a new password at ${address}${path}`
      : `${who.name} chooses a new password at the workshop’s address, with ${path} behind it.`
  } finally {
    await closeDatabase()
  }
}
