import { together } from './outcome'
import type { PartRun } from './runParts'

const SLOWEST = 10
const seconds = (ms: number) => `${(ms / 1000).toFixed(0).padStart(5)} s`

/**
 * How long each part and the slowest files took, and the count that closes a run.
 * @param ms how long all of it took
 * @returns lines; the last is the count
 */
export function reportOf(runs: readonly PartRun[], ms: number): string[] {
  const { passed, failed, files } = together(runs.map(({ outcome }) => outcome))
  const slowest = [...files].sort((x, y) => y.ms - x.ms).slice(0, SLOWEST)
  return [
    '── how long it took',
    ...runs.map((run) => `${seconds(run.ms)}  ${run.name}`),
    `${seconds(ms)}  in all`,
    ...(slowest.length === 0 ? [] : ['── the slowest files']),
    ...slowest.map(({ file, ms: own }) => `${seconds(own)}  ${file}`),
    '',
    `${passed} passed, ${failed} failed`,
  ]
}
