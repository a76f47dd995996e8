import type { PlanJob, PlanLag } from '../plan'
import type { Part, PlanLine } from './planLine'
import { jobOf } from './taskNames'

/** Shares of a weight are whole multiples of a part in so many, so that sums of them stay exact. */
const WEIGHT_STEP = 1 / 64

/**
 * The jobs of lines that are wanted piece by piece, as for a market day that takes what is ready:
 * each part of the line is a job with its share of the weight, so that some are in time where not
 * all can be. What serves several parts is nobody's end.
 * @param parts by the last task of each part
 * @returns the jobs of each line, and for every task that serves one part alone its job
 */
export function partJobs(
  lines: readonly PlanLine[],
  parts: ReadonlyMap<string, Part>,
  lags: readonly PlanLag[],
): { jobs: PlanJob[]; jobByTask: Map<string, string> } {
  const jobByTask = new Map<string, string>()
  const before = new Map<string, string[]>()
  for (const { from, to } of lags) before.set(to, [...(before.get(to) ?? []), from])
  const jobs = lines.flatMap((line): PlanJob[] => {
    const whole: PlanJob = {
      id: jobOf(line),
      releaseMin: 0,
      dueMin: line.promisedMin,
      weight: line.weight,
    }
    const own = [...parts].filter(([, part]) => part.lineId === line.id)
    if (!line.inParts || own.length < 2) return [whole]
    const pieces = own.reduce((sum, [, part]) => sum + part.pieces, 0)
    const partsOf = new Map<string, Set<number>>()
    own.forEach(([last], i) => {
      for (const task of leadingTo(last, before, line))
        partsOf.set(task, (partsOf.get(task) ?? new Set()).add(i))
    })
    const jobOfPart = (i: number) => `${whole.id}.${i}`
    for (const [task, [first, ...others]] of partsOf)
      if (first !== undefined && others.length === 0) jobByTask.set(task, jobOfPart(first))
    return [
      { id: whole.id, releaseMin: 0, weight: 0 },
      ...own.map(([, part], i): PlanJob => ({
        ...whole,
        id: jobOfPart(i),
        weight:
          Math.max(1, Math.round((line.weight * part.pieces) / pieces / WEIGHT_STEP)) * WEIGHT_STEP,
      })),
    ]
  })
  return { jobs, jobByTask }
}

/** A task and all of its line that must come before it. */
function leadingTo(
  last: string,
  before: ReadonlyMap<string, readonly string[]>,
  line: PlanLine,
): Set<string> {
  const found = new Set([last])
  // What is added while the set is walked through is walked through too.
  for (const task of found)
    for (const earlier of before.get(task) ?? [])
      if (earlier.startsWith(`${jobOf(line)}.`)) found.add(earlier)
  return found
}
