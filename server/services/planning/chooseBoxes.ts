import type { PlanLine, PlanQuestion } from '../../../core/batch'
import type { PlanAnswer } from '../../../core/plan'
import type { Paths } from './choosePaths'
import type { Together } from './planTogether'

/** So many lines are tried in the heated box at the most. */
const MOST_TRIED = 6
/** Carrying pieces about is worth it where nothing is less late only when the plan gains so much completion for the line's weight, minutes; a starting value. */
const WORTH_MIN = 720

/**
 * Tries the heated box for lines that are late, and where a rack is short for those that wait for room on it or take it
 * from others; one line after the other, the latest first. What makes the promises less late, or is worth the carrying, stays.
 * @param planAgain the plan with other paths, beside the one so far
 */
export async function chooseBoxes(planned: Together, mayBeHeated: (line: PlanLine) => boolean, lines: readonly PlanLine[], planAgain: (paths: Paths, so: PlanAnswer) => Promise<Together>): Promise<Together> {
  let best = planned
  if (!planned.solved.ok) return best
  const wanted = linesInNeed(planned.question, planned.solved.value)
  const candidates = lines.filter((line) => wanted.has(line.id) && !planned.paths.boxLines.has(line.id) && !planned.paths.impossible.has(line.id) && mayBeHeated(line))
  candidates.sort((x, y) => (wanted.get(y.id) ?? 0) * y.weight - (wanted.get(x.id) ?? 0) * x.weight || x.id - y.id)
  for (const line of candidates.slice(0, MOST_TRIED)) {
    if (!best.solved.ok) break
    const tried = await planAgain({ ...best.paths, boxLines: new Set([...best.paths.boxLines, line.id]) }, best.solved.value)
    if (!tried.solved.ok || tried.paths.impossible.size > best.paths.impossible.size) continue
    if (isWorthIt(tried.solved.value, best.solved.value, line.weight)) best = tried
  }
  return best
}

/** Late lines with how late they are, and with nothing those that wait for room on a rack or stand in the way there. */
function linesInNeed({ request, meaning }: PlanQuestion, { tasks, why }: PlanAnswer): Map<number, number> {
  const lineOf = (task: string | null) => (task === null ? undefined : meaning.get(task)?.lineId)
  const inNeed = new Map<number, number>()
  for (const { task, binding, with: other } of why) {
    if (binding !== 'place') continue
    for (const line of [lineOf(task), lineOf(other)]) if (line !== undefined) inNeed.set(line, 0)
  }
  const due = new Map(request.jobs.map((job) => [job.id, job.dueMin ?? Infinity]))
  request.tasks.forEach(({ id, job }, i) => {
    const [line, late] = [lineOf(id), (tasks[i]?.endMin ?? 0) - (due.get(job) ?? Infinity)]
    if (line !== undefined && late > 0) inNeed.set(line, Math.max(inNeed.get(line) ?? 0, late))
  })
  return inNeed
}

function isWorthIt(tried: PlanAnswer, so: PlanAnswer, weight: number): boolean {
  const tardiness = tried.objective.weightedTardinessMin - so.objective.weightedTardinessMin
  if (tardiness !== 0) return tardiness < 0
  return so.objective.weightedCompletionMin - tried.objective.weightedCompletionMin >= WORTH_MIN * weight
}
