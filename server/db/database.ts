import type { Knex } from 'knex'
import { databaseSettings, openDatabase } from './knex'

let opened: Knex | null = null

/** The pool of this process, opened at its first use. */
export function database(): Knex {
  opened ??= openDatabase(databaseSettings(process.env))
  return opened
}

/** Asks the database for nothing, to see that it answers. @throws when it does not */
export async function askDatabase(): Promise<void> {
  await database().raw('select 1')
}

/** Uses another pool: the tests and the demo loader bring their own. */
export function useDatabase(knex: Knex): void {
  opened = knex
}

export async function closeDatabase(): Promise<void> {
  await opened?.destroy()
  opened = null
}
