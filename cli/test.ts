import { spawn } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { crash, tallyWords } from './lib/crash'
import { startMariadb, type OwnDatabase } from './lib/mariadb'
import { ROOT, STATE } from './lib/paths'
import { withDemo } from './lib/withDemo'

interface Count {
  passed: number
  failed: number
}
/** Type-only circles count too: they tie rooms together all the same. */
const CIRCLES = [
  '--circular',
  '--no-spinner',
  '--extensions',
  'ts,vue',
  '--ts-config',
  'tsconfig.tools.json',
  'app',
  'cli',
  'core',
  'db',
  'demo',
  'server',
  'shared',
]
const FOLDER = join(STATE, 'test')
const bin = (name: string) => join(ROOT, 'node_modules/.bin', name)

function run(
  command: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv = {},
): Promise<boolean> {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    child.once('error', () => resolve(false))
    child.once('exit', (code) => resolve(code === 0))
  })
}

async function check(
  name: string,
  command: string,
  args: readonly string[],
  env?: NodeJS.ProcessEnv,
): Promise<Count> {
  process.stdout.write(`\n── ${name}\n`)
  const passed = await run(command, args, env)
  return { passed: Number(passed), failed: Number(!passed) }
}

/** What a runner counted; a run that left no count is one failure. */
function countIn(file: string, passed: boolean, read: (json: unknown) => Count): Count {
  if (!existsSync(file)) return { passed: 0, failed: 1 }
  const count = read(JSON.parse(readFileSync(file, 'utf8')))
  return { passed: count.passed, failed: passed ? count.failed : Math.max(1, count.failed) }
}

/** How the database is given to a process. */
const variablesOf = ({ settings }: OwnDatabase): NodeJS.ProcessEnv => ({
  VELVET_DB_HOST: settings.host,
  VELVET_DB_PORT: String(settings.port),
  VELVET_DB_USER: settings.user,
  VELVET_DB_PASSWORD: settings.password,
  VELVET_DB_NAME: settings.database,
})

/** Unit tests that need no database run beside those that share one. */
const WITHOUT_DATABASE = ['tests/app', 'tests/core', 'tests/shared']
const WITH_DATABASE = ['tests/cli', 'tests/server']

async function jest(args: readonly string[]): Promise<Count> {
  process.stdout.write('\n── Jest: the core, and the server against a real database\n')
  const folder = join(FOLDER, 'jest')
  rmSync(folder, { recursive: true, force: true })
  const database = await startMariadb(folder)
  const env = variablesOf(database)
  try {
    if (args.length > 0) return await jestRun(join(folder, 'results.json'), args, env)
    return total(
      await Promise.all([
        jestRun(join(folder, 'without.json'), WITHOUT_DATABASE, {}),
        jestRun(join(folder, 'with.json'), WITH_DATABASE, env),
      ]),
    )
  } finally {
    await database.stop()
  }
}

async function jestRun(
  results: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv,
): Promise<Count> {
  const passed = await run(
    bin('jest'),
    ['--runInBand', '--json', `--outputFile=${results}`, ...args],
    { NODE_OPTIONS: '--experimental-vm-modules', ...env },
  )
  return countIn(results, passed, (json) => {
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = json as {
      numPassedTests: number
      numFailedTests: number
      numRuntimeErrorTestSuites: number
    }
    return { passed: numPassedTests, failed: numFailedTests + numRuntimeErrorTestSuites }
  })
}

const total = (counts: readonly Count[]): Count =>
  counts.reduce(
    (sum, count) => ({ passed: sum.passed + count.passed, failed: sum.failed + count.failed }),
    { passed: 0, failed: 0 },
  )

/** What can be told without running anything, half of it beside the other half. */
async function checks(): Promise<Count[]> {
  const inTurn = async (...list: (readonly [string, string, readonly string[]])[]) => {
    const counts: Count[] = []
    for (const [name, command, args] of list) counts.push(await check(name, bin(command), args))
    return counts
  }
  const halves = await Promise.all([
    inTurn(
      ['format', 'prettier', ['--check', '--log-level', 'warn', '.']],
      ['lint', 'eslint', ['.', '--max-warnings', '0']],
    ),
    inTurn(
      ['what nobody uses or declares', 'knip', ['--no-progress']],
      ['circles of imports', 'madge', CIRCLES],
      ['types of the application', 'vue-tsc', ['--build', '--noEmit']],
      ['types of commands, demo and tests', 'tsc', ['-p', 'tsconfig.tools.json']],
    ),
  ])
  return halves.flat()
}

async function playwright(args: readonly string[]): Promise<Count> {
  process.stdout.write('\n── Playwright: the production build with the demo data in Chromium\n')
  return withDemo(join(FOLDER, 'e2e'), async (address, database) => {
    const results = join(FOLDER, 'e2e/results.json')
    const passed = await run(bin('playwright'), ['test', ...args], {
      ...variablesOf(database),
      VELVET_URL: address,
      VELVET_E2E_RESULTS: results,
    })
    return countIn(results, passed, (json) => {
      const { stats } = json as { stats: { expected: number; unexpected: number; flaky: number } }
      return { passed: stats.expected, failed: stats.unexpected + stats.flaky }
    })
  })
}

/** On the database that the browser tests leave: server and database are killed under writes. */
async function crashInSmall(): Promise<Count> {
  process.stdout.write('\n── server and database killed in turn under writes\n')
  const tally = await crash(join(FOLDER, 'e2e'), 2)
  for (const line of tallyWords(tally)) process.stdout.write(`${line}\n`)
  const isWell = tally.acknowledged > 0 && tally.broken.length === 0
  return { passed: Number(isWell), failed: Number(!isWell) }
}

/** Moments at which work looks different from a Tuesday morning. */
const OTHER_HOURS = {
  'a Saturday night': '2027-03-06T22:00:00Z',
  'a Monday at eight': '2027-03-08T08:00:00Z',
  'the night of a clock change': '2027-03-28T00:30:00Z',
  'the last of December': '2027-12-31T15:00:00Z',
}

/** The browser tests once for each of these moments, each with a demo loaded then. */
async function atOtherHours(args: readonly string[]): Promise<Count[]> {
  const counts: Count[] = []
  for (const [name, instant] of Object.entries(OTHER_HOURS))
    counts.push(
      await check(`on ${name}`, join(ROOT, 'velvet'), ['test', 'e2e', ...args], {
        VELVET_NOW: instant,
      }),
    )
  return counts
}

/**
 * `velvet test`: everything that is checked; the last line counts it. `velvet test e2e` and `velvet
 * test unit` run one part alone.
 */
export async function testCommand(args: readonly string[]): Promise<number> {
  const counts: Count[] = []
  if (args[0] === 'e2e') counts.push(await playwright(args.slice(1)))
  else if (args[0] === 'unit') counts.push(await jest(args.slice(1)))
  else if (args[0] === 'hours') counts.push(...(await atOtherHours(args.slice(1))))
  else {
    await run(bin('nuxt'), ['prepare', '--logLevel', 'silent'])
    counts.push(...(await checks()))
    counts.push(await jest([]))
    counts.push(await playwright([]))
    counts.push(await crashInSmall())
  }
  const { passed, failed } = total(counts)
  process.stdout.write(`\n${passed} passed, ${failed} failed\n`)
  return failed === 0 ? 0 : 1
}
