import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import type { Knex } from 'knex'
import { openDatabase, type DatabaseSettings } from '../../server/db/knex'
import { dumpDatabase, loadDump } from './dump'
import { MIGRATIONS } from './paths'
import { Sentence } from './Sentence'

/** Brings the schema up to date. @returns how many migrations ran */
export async function migrate(knex: Knex): Promise<number> {
  try {
    const [, ran] = (await knex.migrate.latest()) as [number, string[]]
    return ran.length
  } catch (error) {
    throw new Sentence(`The database could not be brought up to date: ${(error as Error).message}`)
  }
}

/** How many migrations a database has had, and how many it lacks. */
async function standing(knex: Knex): Promise<{ had: number; lacks: number }> {
  const [had, lacks] = (await knex.migrate.list()) as [unknown[], unknown[]]
  return { had: had.length, lacks: lacks.length }
}

/**
 * Brings the schema up to date, after everything was written to a file. Where that fails, all is put
 * back as it was, so that the version before goes on.
 * @param folder where the file stays, as a backup
 * @param migrations the folder of the migrations
 * @returns the file; null where nothing was to be done, or nothing was there yet
 */
export async function upgrade(
  settings: DatabaseSettings,
  folder: string,
  now: Date,
  migrations = MIGRATIONS,
): Promise<string | null> {
  const knex = openDatabase(settings, migrations)
  try {
    const { had, lacks } = await standing(knex)
    if (lacks === 0) return null
    if (had === 0) {
      await migrate(knex)
      return null
    }
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    const stamp = now.toISOString().slice(0, 19).replaceAll(':', '-')
    const file = join(folder, `before-upgrade-${stamp}.sql.gz`)
    await dumpDatabase(settings, file)
    await migrate(knex).catch(async (failed: Error) => {
      await loadDump(settings, file)
      throw new Sentence(
        `${failed.message} Everything was put back as it was before; what was saved is in ${file}, too.`,
      )
    })
    return file
  } finally {
    await knex.destroy()
  }
}
