import { databaseSettings, openDatabase } from '../server/db/knex'
import { serveArgs } from './lib/args'
import { buildIfStale } from './lib/build'
import { migrate } from './lib/migrate'
import { MIGRATIONS, ROOT } from './lib/paths'
import { Sentence } from './lib/Sentence'
import { requireFreePort, startServer } from './lib/server'
import { untilStopped } from './lib/untilStopped'

const VARIABLES = 'VELVET_DB_HOST, VELVET_DB_PORT, VELVET_DB_USER, VELVET_DB_PASSWORD and VELVET_DB_NAME'

function settings() {
  try {
    return databaseSettings(process.env)
  } catch (error) {
    throw new Sentence(`${(error as Error).message}; the database is given by ${VARIABLES}.`)
  }
}

/** `velvet start`: production against a database that is there already. */
export async function startCommand(args: readonly string[]): Promise<number> {
  const { port } = serveArgs(args, false)
  const database = settings()
  await requireFreePort(port)
  const knex = openDatabase(database, MIGRATIONS)
  try {
    await knex.raw('select 1').catch((error: { code?: string; message: string }) => {
      if (error.code === 'ER_ACCESS_DENIED_ERROR') throw new Sentence(`The database refused the user "${database.user}": the name or the password is wrong.`)
      throw new Sentence(`The database at ${database.host}:${database.port} does not answer: ${error.message}`)
    })
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
