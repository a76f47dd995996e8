import knexFactory, { type Knex } from 'knex'

export interface DatabaseSettings {
  host: string
  port: number
  user: string
  password: string
  database: string
}

const MOST_CONNECTIONS = 10
/** Commands say in a sentence of their own what went wrong with a migration. */
const QUIET = {
  warn: () => undefined,
  error: () => undefined,
  deprecate: () => undefined,
  debug: () => undefined,
}

/**
 * Reads where the database is from the environment. @throws Error naming the variable that is
 * missing
 */
export function databaseSettings(env: NodeJS.ProcessEnv): DatabaseSettings {
  const need = (name: string): string => {
    const value = env[name]
    if (!value) throw new Error(`${name} is not set`)
    return value
  }
  return {
    host: env.VELVET_DB_HOST ?? '127.0.0.1',
    port: Number(env.VELVET_DB_PORT ?? 3306),
    user: need('VELVET_DB_USER'),
    password: need('VELVET_DB_PASSWORD'),
    database: need('VELVET_DB_NAME'),
  }
}

/** Who waits longer for a row gives way and is tried again, seconds. */
const LOCK_WAIT_S = 5
/**
 * What a transaction reads stays as it was at its first look, and nobody waits long for a row,
 * whatever the server is set to.
 */
const withManners = (
  connection: { query: (sql: string, done: (error: Error | null) => void) => void },
  done: (error: Error | null, connection: unknown) => void,
) =>
  connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ', (refused) =>
    refused
      ? done(refused, connection)
      : connection.query(`SET SESSION innodb_lock_wait_timeout = ${LOCK_WAIT_S}`, (error) =>
          done(error, connection),
        ),
  )

/**
 * Opens a pool. Instants travel as UTC; DECIMAL arrives as text and is read by the row mappers
 * alone; a DATE is text, too.
 * @param directory of the migrations, for the commands that migrate
 */
export function openDatabase(settings: DatabaseSettings, migrations?: string): Knex {
  const connection = {
    ...settings,
    timezone: 'Z',
    charset: 'utf8mb4',
    decimalNumbers: false,
    jsonStrings: true,
    // A day of the calendar is no instant: it stays the text that it is.
    dateStrings: ['DATE'],
  }
  return knexFactory({
    client: 'mysql2',
    connection,
    pool: { min: 0, max: MOST_CONNECTIONS, afterCreate: withManners },
    ...(migrations && {
      migrations: { directory: migrations, loadExtensions: ['.ts'] },
      log: QUIET,
    }),
  })
}
