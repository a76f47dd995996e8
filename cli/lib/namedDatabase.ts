import { databaseSettings, type DatabaseSettings } from '../../server/db/knex'
import { Sentence } from './Sentence'

const VARIABLES =
  'VELVET_DB_HOST, VELVET_DB_PORT, VELVET_DB_USER, VELVET_DB_PASSWORD and VELVET_DB_NAME'

/** The database that the environment names; null where it names none. @throws Sentence for half a name */
export function namedDatabase(): DatabaseSettings | null {
  if (!Object.keys(process.env).some((name) => name.startsWith('VELVET_DB_'))) return null
  try {
    return databaseSettings(process.env)
  } catch (error) {
    throw new Sentence(`${(error as Error).message}; the database is given by ${VARIABLES}.`)
  }
}
