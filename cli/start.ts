import { randomInt } from 'node:crypto'
import { mkdirSync, readFileSync } from 'node:fs'
import { networkInterfaces } from 'node:os'
import { join } from 'node:path'
import mysql from 'mysql2/promise'
import { now } from '../server/clock'
import { openDatabase, type DatabaseSettings } from '../server/db/knex'
import { hasWorkspace } from '../server/db/workspaces'
import { startArgs, type StartArgs } from './lib/args'
import { buildIfStale } from './lib/build'
import { dataFolder, markRunning, requireIdle, unmark } from './lib/dataFolder'
import { dumpDatabase } from './lib/dump'
import { everyNight, nightlyFile, removeOldNights } from './lib/nightly'
import { startMariadb } from './lib/mariadb'
import { upgrade } from './lib/migrate'
import { namedDatabase } from './lib/namedDatabase'
import { ROOT } from './lib/paths'
import { Sentence } from './lib/Sentence'
import { requireFreePort, startServer, type Reach } from './lib/server'
import { untilStopped } from './lib/untilStopped'

const say = (line: string) => process.stderr.write(`${line}\n`)
const CODE_LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
const CODE_LENGTH = 10

const REFUSALS: Record<string, (settings: DatabaseSettings) => string> = {
  ER_ACCESS_DENIED_ERROR: ({ user }) =>
    `The database refused the user "${user}": the name or the password is wrong.`,
  ER_DBACCESS_DENIED_ERROR: ({ user, database }) =>
    `The user "${user}" has no rights on the database "${database}", or it does not exist.`,
  ER_BAD_DB_ERROR: ({ database }) =>
    `There is no database "${database}"; create it and give the user rights on it.`,
}

async function requireDatabase(settings: DatabaseSettings): Promise<void> {
  try {
    await (await mysql.createConnection(settings)).end()
  } catch (error) {
    const { code = '', message } = error as { code?: string; message: string }
    throw new Sentence(
      REFUSALS[code]?.(settings) ??
        `The database at ${settings.host}:${settings.port} does not answer: ${message}`,
    )
  }
}

function reachOf({ host, tls, data }: StartArgs): Reach {
  const read = (file: string, what: string) => {
    try {
      return readFileSync(file, 'utf8')
    } catch (error) {
      throw new Sentence(`The ${what} ${file} cannot be read: ${(error as Error).message}`)
    }
  }
  return {
    host,
    tls: tls && { cert: read(tls.cert, 'certificate'), key: read(tls.key, 'key') },
    keptFolder: join(dataFolder(data), 'deleted'),
    setupCode: Array.from(
      { length: CODE_LENGTH },
      () => CODE_LETTERS[randomInt(CODE_LETTERS.length)],
    ).join(''),
  }
}

/** Where others in the house reach a server that listens on all addresses of this machine. */
function addressesOf({ host, port, tls }: StartArgs): string[] {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? [])
  const outside = all.filter((one) => !one.internal && one.family === 'IPv4')
  const hosts = host === '0.0.0.0' ? outside.map((one) => one.address) : [host]
  return hosts.map((one) => `${tls ? 'https' : 'http'}://${one}:${port}`)
}

async function sayWhere(
  args: StartArgs,
  address: string,
  database: DatabaseSettings,
  code: string,
): Promise<void> {
  const others = addressesOf(args).filter((one) => one !== address)
  const where = [address, ...others].join(' and ')
  const knex = openDatabase(database)
  const isSetUp = await hasWorkspace(knex).finally(() => knex.destroy())
  say(
    [
      `Velvet Batch is at ${where} (Ctrl-C stops it)`,
      ...(isSetUp ? [] : ['Open it to set up your workshop.']),
      ...(isSetUp || others.length === 0
        ? []
        : [`From another machine you are asked for this code: ${code}`]),
    ].join('\n'),
  )
}

interface Serving {
  /** Where requests are written down; null for this terminal. */
  logFile: string | null
  onStarted?: (address: string) => void
  databaseEnded?: Promise<void>
}

/** Serves a database until somebody stops it. @returns the exit code */
async function serve(
  args: StartArgs,
  database: DatabaseSettings,
  { logFile, onStarted, databaseEnded }: Serving,
): Promise<number> {
  await buildIfStale(ROOT)
  const reach = reachOf(args)
  const server = await startServer(ROOT, args.port, database, logFile, reach)
  onStarted?.(server.address)
  await sayWhere(args, server.address, database, reach.setupCode ?? '')
  const why = await Promise.race([
    untilStopped(),
    server.ended.then(() => 'server' as const),
    ...(databaseEnded ? [databaseEnded.then(() => 'database' as const)] : []),
  ])
  await server.stop()
  if (why === 'asked') return 0
  say(`The ${why} ended by itself; nothing that was saved is lost: start again.`)
  return 1
}

/**
 * `velvet start`: a workshop of one's own, on a database of its own in a folder, or on the one that
 * the environment names.
 */
export async function startCommand(words: readonly string[]): Promise<number> {
  const args = startArgs(words)
  await requireFreePort(args.port)
  const named = namedDatabase()
  const folder = dataFolder(args.data)
  if (named) {
    await requireDatabase(named)
    await bringUpToDate(named, folder)
    return serve(args, named, { logFile: null })
  }
  requireIdle(folder)
  say(`Everything is kept in ${folder}`)
  const database = await startMariadb(folder)
  const backups = join(folder, 'backups')
  let stopNights = () => {}
  try {
    const mark = (address: string) =>
      markRunning(folder, { pid: process.pid, databasePort: database.settings.port, address })
    mark('an address that it will tell')
    await bringUpToDate(database.settings, folder)
    stopNights = everyNight(
      now,
      async () => {
        mkdirSync(backups, { recursive: true, mode: 0o700 })
        await dumpDatabase(database.settings, nightlyFile(backups, now()))
        removeOldNights(backups)
      },
      say,
    )
    return await serve(args, database.settings, {
      logFile: join(folder, 'server.log'),
      onStarted: mark,
      databaseEnded: database.ended,
    })
  } finally {
    stopNights()
    unmark(folder)
    await database.stop()
  }
}

async function bringUpToDate(database: DatabaseSettings, folder: string): Promise<void> {
  const backup = await upgrade(database, join(folder, 'backups'), now())
  if (backup) say(`The database was brought up to date; as it was before it is kept in ${backup}`)
}
