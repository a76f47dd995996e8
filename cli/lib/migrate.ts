import type { Knex } from 'knex'
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
