import mysql from 'mysql2/promise'
import { databaseSettings, openDatabase, type DatabaseSettings } from '../server/db/knex'
import { serveArgs } from './lib/args'
import { buildIfStale } from './lib/build'
import { migrate } from './lib/migrate'
import { MIGRATIONS, ROOT } from './lib/paths'
import { Sentence } from './lib/Sentence'
import { requireFreePort, startServer } from './lib/server'
import { untilStopped } from './lib/untilStopped'

const VARIABLES =
  'VELVET_DB_HOST, VELVET_DB_PORT, VELVET_DB_USER, VELVET_DB_PASSWORD and VELVET_DB_NAME'

function settings() {
  try {
    return databaseSettings(process.env)
  } catch (error) {
    throw new Sentence(`${(error as Error).message}; the database is given by ${VARIABLES}.`)
  }
}

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

/** `velvet start`: production against a database that is there already. */
export async function startCommand(args: readonly string[]): Promise<number> {
  const { port } = serveArgs(args, false)
  const database = settings()
  await requireFreePort(port)
  await requireDatabase(database)
  const knex = openDatabase(database, MIGRATIONS)
  try {
    await migrate(knex)
  } finally {
    await knex.destroy()
  }
  await buildIfStale(ROOT)
  const server = await startServer(ROOT, port, database, null)
  process.stderr.write(`Velvet Batch is at ${server.address} (Ctrl-C stops it)\n`)
  const why = await Promise.race([untilStopped(), server.ended.then(() => 'ended' as const)])
  await server.stop()
  return why === 'asked' ? 0 : 1
}
