import { join } from 'node:path'
import { BENCHES } from './bench'
import { ROOT } from './lib/paths'
import { Sentence } from './lib/Sentence'
import { browserPart, crashPart, GROUND } from './testing/browserParts'
import { CHECKS } from './testing/checks'
import { jestWithDatabase, unitParts } from './testing/jestPart'
import { asOutcome } from './testing/outcome'
import { reportOf } from './testing/report'
import { quickParts } from './testing/quickParts'
import { runParts, type Part, type PartRun } from './testing/runParts'
import { runProgram, type Say } from './testing/runProgram'

const show: Say = (text) => process.stdout.write(text)

/** Moments at which work looks different from a Tuesday morning. */
const OTHER_HOURS = {
  'a Saturday night': '2027-03-06T22:00:00Z',
  'a Monday at eight': '2027-03-08T08:00:00Z',
  'the night of a clock change': '2027-03-28T00:30:00Z',
  'the last of December': '2027-12-31T15:00:00Z',
}

/** The browser tests once for each of these moments, each at a yard that was furnished then. */
const hoursParts = (args: readonly string[]): Part[] =>
  Object.entries(OTHER_HOURS).map(([name, instant]) => ({
    name: `in the browser on ${name}`,
    lanes: 2,
    run: async (say) =>
      asOutcome(
        await runProgram(join(ROOT, 'velvet'), ['test', 'e2e', ...args], {
          say,
          env: { VELVET_NOW: instant },
        }),
      ),
  }))

/** What is said by one part alone is shown while it is said. */
const alone = (run: Part['run']): Part[] => [{ name: 'the tests', run: () => run(show) }]

const everything = (): Part[] => [...GROUND, ...CHECKS, ...unitParts(), browserPart(), crashPart()]

const CRASHES_LONG = 10
/** With every search at its full number of tries, every measurement in small, and more crashes. */
const atLength = (args: readonly string[]): Part[] => [
  ...GROUND,
  ...CHECKS,
  ...unitParts({ VELVET_TEST_LONG: '1' }),
  browserPart(args),
  crashPart(CRASHES_LONG),
  ...BENCHES.map((name): Part => ({
    name: `the measurement "${name}", in small`,
    after: GROUND.map((part) => part.name),
    run: async (say) =>
      asOutcome(
        await runProgram(join(ROOT, 'velvet'), ['bench', name], {
          say,
          env: { VELVET_BENCH_SMALL: '1' },
        }),
      ),
  })),
  ...hoursParts(args),
]

const KINDS: Record<string, (args: readonly string[]) => Part[]> = {
  unit: (args) =>
    args.length === 0
      ? unitParts()
      : alone((say) => jestWithDatabase('some', args, { say, env: {} })),
  e2e: (args) => [...GROUND, browserPart(args)],
  long: atLength,
}

/** What hangs on some files, and what of it there was no time for. */
async function quick(paths: readonly string[], startedAt: number): Promise<number> {
  const { parts, leftOut } = quickParts(paths)
  const runs = await runParts(parts, show)
  show(`\nLeft out: ${leftOut().join(', ')}.\n`)
  return ended(runs, startedAt)
}

function ended(runs: readonly PartRun[], startedAt: number): number {
  const report = reportOf(runs, performance.now() - startedAt)
  show(`\n${report.join('\n')}\n`)
  return runs.every(({ outcome }) => outcome.failed === 0) ? 0 : 1
}

/**
 * `velvet test`: everything that is checked; the last line counts it. `velvet test quick` what hangs
 * on what changed, within ninety seconds; `velvet test e2e` and `velvet test unit` one kind alone;
 * `velvet test long` all of it at full length, and the browser's at other moments too.
 */
export async function testCommand(args: readonly string[]): Promise<number> {
  const startedAt = performance.now()
  const [kind, ...rest] = args
  if (kind === 'quick') return quick(rest, startedAt)
  const parts = kind === undefined ? everything() : KINDS[kind]?.(rest)
  if (!parts)
    throw new Sentence(
      `There is no "test ${kind}"; there are quick, ${Object.keys(KINDS).join(', ')}.`,
    )
  return ended(await runParts(parts, show), startedAt)
}
