import { isInBox, type PlanLine, type PlanQuestion } from '../../../../core/tasks'
import { compareObjectives, type PlanAnswer, type PlannedTask } from '../../../../core/plan'
import type { Paths } from './choosePaths'
import { lateLines } from './lateLines'
import type { Together } from './planTogether'

/** So many lines are tried in the heated box at the most. */
const MOST_TRIED = 6
/**
 * Carrying pieces about is worth it where nothing is less late only when the plan gains so much
 * completion for the line's weight, minutes; a starting value.
 */
const WORTH_MIN = 720

export interface BoxChoice {
  lines: readonly PlanLine[]
  mayBeHeated: (line: PlanLine) => boolean
  /**
   * Whether what need not move has to stay: then a line is heated only where that makes something
   * less late.
   */
  isStable: boolean
  /** Plans with these paths, beside what is given of the plan so far. */
  planAgain: (paths: Paths, beside: readonly PlannedTask[]) => Promise<Together>
}

/**
 * Tries the heated box for lines that are late, and where a rack is short for those that wait for
 * room on it or take it from others, and the rack for those that are late because the box stands
 * cold; one line after the other, the latest first, each taken out of the plan and put back with
 * its cures in the other place. What makes the promises less late, or is worth the carrying, stays.
 * It is compared with the same search without the change, so that a gain is owed to it alone.
 */
export async function chooseBoxes(
  planned: Together,
  { lines, mayBeHeated, isStable, planAgain }: BoxChoice,
): Promise<Together> {
  if (!planned.solved.ok) return planned
  const wanted = linesInNeed(planned.question, planned.solved.value)
  const { boxLines, impossible } = planned.paths
  const candidates = lines.filter(
    (line) =>
      wanted.has(line.id) &&
      !impossible.has(line.id) &&
      (boxLines.has(line.id) ? !isInBox(line) : mayBeHeated(line)),
  )
  candidates.sort(
    (x, y) =>
      (wanted.get(y.id) ?? 0) * y.weight - (wanted.get(x.id) ?? 0) * x.weight || x.id - y.id,
  )
  let best = planned
  const take = async (
    paths: Paths,
    beside: readonly PlannedTask[],
    isBetter: (tried: PlanAnswer, so: PlanAnswer) => boolean,
  ) => {
    const tried = await planAgain(paths, beside)
    if (
      tried.solved.ok &&
      best.solved.ok &&
      tried.paths.impossible.size <= best.paths.impossible.size &&
      isBetter(tried.solved.value, best.solved.value)
    )
      best = tried
  }
  if (candidates.length > 0 && !isStable)
    await take(
      best.paths,
      planned.solved.value.tasks,
      (tried, so) => compareObjectives(tried.objective, so.objective) < 0,
    )
  for (const line of candidates.slice(0, MOST_TRIED)) {
    const { question, paths, solved } = best
    const heated = new Set(paths.boxLines)
    if (!heated.delete(line.id)) heated.add(line.id)
    const others = solved.ok
      ? solved.value.tasks.filter((task) => question.meaning.get(task.id)?.lineId !== line.id)
      : []
    await take({ ...paths, boxLines: heated }, others, (tried, so) =>
      isWorthIt(tried, so, isStable ? Infinity : WORTH_MIN * line.weight),
    )
  }
  return best
}

/**
 * Late lines with how late they are, and with nothing those that wait for room on a rack or stand
 * in the way there.
 */
function linesInNeed(question: PlanQuestion, answer: PlanAnswer): Map<number, number> {
  const lineOf = (task: string | null) =>
    task === null ? undefined : question.meaning.get(task)?.lineId
  const inTheWay = answer.why.flatMap(({ task, binding, with: other }) =>
    binding === 'place' ? [lineOf(task), lineOf(other)] : [],
  )
  return new Map([
    ...inTheWay.flatMap((line) => (line === undefined ? [] : [[line, 0] as const])),
    ...lateLines(question, answer),
  ])
}

function isWorthIt(tried: PlanAnswer, so: PlanAnswer, worth: number): boolean {
  const tardiness = tried.objective.weightedTardinessMin - so.objective.weightedTardinessMin
  if (tardiness !== 0) return tardiness < 0
  return so.objective.weightedCompletionMin - tried.objective.weightedCompletionMin >= worth
}
