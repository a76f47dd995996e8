import { existsSync, readFileSync } from 'node:fs'
import { relative } from 'node:path'
import { ROOT } from '../lib/paths'
import { asOutcome, type Outcome } from './outcome'

interface JestResults {
  numPassedTests: number
  numFailedTests: number
  numRuntimeErrorTestSuites: number
  testResults: { name: string; startTime: number; endTime: number }[]
}

interface Suite {
  file: string
  suites?: Suite[]
  specs: { tests: { results: { duration: number }[] }[] }[]
}
interface PlaywrightResults {
  stats: { expected: number; unexpected: number; flaky: number }
  suites: Suite[]
}

/** What a runner left in a file; a run that left none is one failure. */
const readOf = <T>(file: string, endedWell: boolean, read: (json: T) => Outcome): Outcome => {
  if (!existsSync(file)) return asOutcome(false)
  const outcome = read(JSON.parse(readFileSync(file, 'utf8')) as T)
  return { ...outcome, failed: endedWell ? outcome.failed : Math.max(1, outcome.failed) }
}

export const readJest = (file: string, endedWell: boolean): Outcome =>
  readOf<JestResults>(file, endedWell, (json) => ({
    passed: json.numPassedTests,
    failed: json.numFailedTests + json.numRuntimeErrorTestSuites,
    files: json.testResults.map(({ name, startTime, endTime }) => ({
      file: relative(ROOT, name),
      ms: endTime - startTime,
    })),
  }))

export const readPlaywright = (file: string, endedWell: boolean): Outcome =>
  readOf<PlaywrightResults>(file, endedWell, ({ stats, suites }) => ({
    passed: stats.expected,
    failed: stats.unexpected + stats.flaky,
    files: suites.map((suite) => ({ file: `tests/e2e/${suite.file}`, ms: durationMs(suite) })),
  }))

const durationMs = ({ specs, suites = [] }: Suite): number =>
  specs.reduce(
    (all, { tests }) =>
      all +
      tests.reduce((sum, { results }) => sum + results.reduce((ms, r) => ms + r.duration, 0), 0),
    0,
  ) + suites.reduce((all, suite) => all + durationMs(suite), 0)
