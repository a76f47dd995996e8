import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { startMariadb } from '../lib/mariadb'
import { STATE } from '../lib/paths'
import type { DatabaseSettings } from '../../server/db/knex'
import type { Outcome } from './outcome'
import { readJest } from './readCounts'
import { runProgram, type Say } from './runProgram'
import type { Part } from './runParts'

/** Rooms whose tests need no database. */
const WITHOUT_DATABASE = ['tests/app', 'tests/core', 'tests/shared']
const WITH_DATABASE = ['tests/cli', 'tests/server']

const folderOf = (name: string) => join(STATE, 'test/jest', name)

/** How the database is given to a process. */
const variablesOf = ({ host, port, user, password, database }: DatabaseSettings) => ({
  VELVET_DB_HOST: host,
  VELVET_DB_PORT: String(port),
  VELVET_DB_USER: user,
  VELVET_DB_PASSWORD: password,
  VELVET_DB_NAME: database,
})

interface Asked {
  say: Say
  env?: NodeJS.ProcessEnv
  signal?: AbortSignal
}

/** Whether a test file wants a database. */
export const needsDatabase = (file: string): boolean =>
  WITH_DATABASE.some((room) => file.startsWith(`${room}/`))

/** Runs test files one after the other in a process of their own. */
export async function jestWithout(
  name: string,
  args: readonly string[],
  asked: Asked,
): Promise<Outcome> {
  const folder = folderOf(name)
  const results = join(folder, 'results.json')
  mkdirSync(folder, { recursive: true })
  rmSync(results, { force: true })
  const endedWell = await runProgram(
    'jest',
    ['--runInBand', '--json', `--outputFile=${results}`, ...args],
    {
      ...asked,
      env: { NODE_OPTIONS: '--experimental-vm-modules --no-warnings', ...asked.env },
    },
  )
  return readJest(results, endedWell)
}

/** The same, with a database that is theirs alone. */
export async function jestWithDatabase(
  name: string,
  args: readonly string[],
  asked: Asked,
): Promise<Outcome> {
  const folder = folderOf(name)
  rmSync(folder, { recursive: true, force: true })
  const database = await startMariadb(folder, { isLasting: false })
  try {
    return await jestWithout(name, args, {
      ...asked,
      env: { ...asked.env, ...variablesOf(database.settings) },
    })
  } finally {
    await database.kill()
  }
}

const halves = (name: string, run: (half: string, say: Say) => Promise<Outcome>): Part[] =>
  ['1/2', '2/2'].map((half) => ({ name: `${name}, ${half}`, run: (say) => run(half, say) }))

/**
 * The unit tests, in processes that can run beside each other.
 * @param env what they are told besides
 */
export const unitParts = (env: NodeJS.ProcessEnv = {}): Part[] => [
  ...halves('server and commands', (half, say) =>
    jestWithDatabase(`with-${half[0]}`, [`--shard=${half}`, ...WITH_DATABASE], { say, env }),
  ),
  ...halves('core, shared and app', (half, say) =>
    jestWithout(`without-${half[0]}`, [`--shard=${half}`, ...WITHOUT_DATABASE], { say, env }),
  ),
]
