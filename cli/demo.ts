import { existsSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { loadDemo } from '../demo/load'
import { DEMO_PASSWORD, PEOPLE } from '../demo/workshop'
import { now } from '../server/clock'
import { openDatabase } from '../server/db/knex'
import { serveArgs } from './lib/args'
import { buildIfStale } from './lib/build'
import { startMariadb, type OwnDatabase } from './lib/mariadb'
import { migrate } from './lib/migrate'
import { MIGRATIONS, ROOT, STATE } from './lib/paths'
import { requireFreePort, startServer } from './lib/server'
import { untilStopped } from './lib/untilStopped'

const say = (line: string) => process.stdout.write(`${line}\n`)

/**
 * Brings the schema up to date, and loads Oxbow Yard unless a load was finished before.
 * A load that was cut short leaves no mark and is begun again on empty tables.
 * @returns whether it loaded
 */
export async function prepareDemo(database: OwnDatabase, folder: string): Promise<boolean> {
  const mark = join(folder, 'loaded')
  const knex = openDatabase(database.settings, MIGRATIONS)
  try {
    await migrate(knex)
    if (existsSync(mark)) return false
    await knex.migrate.rollback(undefined, true)
    await migrate(knex)
    await loadDemo(knex, now())
    writeFileSync(mark, now().toISOString())
    return true
  } finally {
    await knex.destroy()
  }
}

/**
 * `velvet demo`: everything from an empty machine to the running application with the demo
 * scenario.
 */
export async function demoCommand(args: readonly string[]): Promise<number> {
  const { port, reset } = serveArgs(args, true)
  await requireFreePort(port)
  const folder = join(STATE, 'demo')
  if (reset) rmSync(folder, { recursive: true, force: true })
  if (await buildIfStale(ROOT)) say('Built for production.')
  const database = await startMariadb(folder)
  say('Database started on loopback.')
  try {
    if (await prepareDemo(database, folder))
      say('Loaded the demo: Oxbow Yard, three months of work up to today.')
    const server = await startServer(ROOT, port, database.settings, join(folder, 'server.log'))
    say(
      `Sign in with the password ${DEMO_PASSWORD} as ${PEOPLE.map((person) => `${person.signIn} (${person.role})`).join(', ')}.`,
    )
    say(`Velvet Batch is at ${server.address} (Ctrl-C stops it)`)
    const why = await Promise.race([
      untilStopped(),
      server.ended.then(() => 'server' as const),
      database.ended.then(() => 'database' as const),
    ])
    await server.stop()
    if (why === 'asked') return 0
    process.stderr.write(
      `The ${why} ended by itself; nothing that was saved is lost: start again.\n`,
    )
    return 1
  } finally {
    await database.stop()
  }
}
