import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { openDatabase, type DatabaseSettings } from '../server/db/knex'
import { hasWorkspace } from '../server/db/workspaces'
import { now } from '../server/clock'
import { wordArgs } from './lib/args'
import { dumpDatabase, loadDump, requireWhole } from './lib/dump'
import { dataFolder, requireIdle } from './lib/dataFolder'
import { upgrade } from './lib/migrate'
import { namedDatabase } from './lib/namedDatabase'
import { withWorkshop } from './lib/ownDatabase'
import { Sentence } from './lib/Sentence'

/** `velvet backup FILE`: all of the workshop in one file, also while it is being worked with. */
export async function backupCommand(args: readonly string[]): Promise<number> {
  const { word, data } = wordArgs(args, 'Say where to: ./velvet backup FILE')
  const file = resolve(word)
  if (existsSync(file))
    throw new Sentence(`There is something at ${file} already; give another name.`)
  await withWorkshop(data, ({ settings }) => dumpDatabase(settings, file))
  await requireWhole(file)
  process.stdout.write(`Everything is in ${file}, photographs too.\n`)
  return 0
}

/** `velvet restore FILE`: a workshop as a backup holds it, into an empty place. */
export async function restoreCommand(args: readonly string[]): Promise<number> {
  const { word, data } = wordArgs(args, 'Say what from: ./velvet restore FILE')
  const file = resolve(word)
  // Before a database is started for it.
  await requireWhole(file)
  if (!namedDatabase()) requireIdle(dataFolder(data))
  await withWorkshop(data, async ({ settings }) => {
    await requireEmpty(settings)
    await loadDump(settings, file)
    await upgrade(settings, resolve(dataFolder(data), 'backups'), now())
  })
  process.stdout.write(`The workshop is as ${file} holds it. Start it with ./velvet start.\n`)
  return 0
}

/** Nobody's work is written over. */
async function requireEmpty(settings: DatabaseSettings): Promise<void> {
  const knex = openDatabase(settings)
  try {
    if ((await knex.schema.hasTable('workspaces')) && (await hasWorkspace(knex)))
      throw new Sentence(
        'There is a workshop there already. Restore into an empty place: another folder with --data, or an empty database.',
      )
  } finally {
    await knex.destroy()
  }
}
