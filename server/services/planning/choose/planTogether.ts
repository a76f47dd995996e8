import {
  isInBox,
  openJoints,
  type LinePaths,
  type PlanLine,
  type PlanQuestion,
} from '../../../../core/tasks'
import type { PlanAnswer } from '../../../../core/plan'
import type { Issue, Result } from '../../../../core/result'
import type { Paths } from './choosePaths'

export interface Together {
  question: PlanQuestion
  solved: Result<PlanAnswer>
  paths: Paths
}

/**
 * Plans the lines beside each other. One that finds no room there uses its windows to their end, is
 * then taken out of the heated box, then sanded between its layers if its recipe allows, and
 * otherwise left out with the reason, so that the promises of the others still stand.
 * @param gives false where the lines are to fit as they are chosen, or not at all
 */
export async function planTogether(
  lines: readonly PlanLine[],
  chosen: Paths,
  ask: (lines: PlanLine[], paths: LinePaths) => PlanQuestion,
  solve: (question: PlanQuestion, edgeLines: ReadonlySet<number>) => Promise<Result<PlanAnswer>>,
  gives = true,
): Promise<Together> {
  const [sanded, boxLines, edgeLines, impossible] = [
    new Set(chosen.sanded),
    new Set(chosen.boxLines),
    new Set(chosen.edgeLines),
    new Map(chosen.impossible),
  ]
  for (;;) {
    const question = ask(
      lines.filter((line) => !impossible.has(line.id)),
      { sanded, boxLines },
    )
    const solved = await solve(question, edgeLines)
    const stuck = solved.ok ? undefined : stuckLine(solved.issues, question, lines)
    if (solved.ok || !stuck || !gives)
      return { question, solved, paths: { sanded, boxLines, edgeLines, impossible } }
    const left = openJoints(stuck).filter((joint) => !sanded.has(joint))
    if (!edgeLines.has(stuck.id)) edgeLines.add(stuck.id)
    else if (boxLines.has(stuck.id) && !isInBox(stuck)) boxLines.delete(stuck.id)
    else if (left.length > 0) for (const joint of left) sanded.add(joint)
    else impossible.set(stuck.id, solved.issues)
  }
}

/** The line of the task that could not be planned. */
function stuckLine(
  [first]: readonly Issue[],
  { meaning }: PlanQuestion,
  lines: readonly PlanLine[],
): PlanLine | undefined {
  const task = first?.params && 'task' in first.params ? first.params.task : ''
  const lineId = meaning.get(task)?.lineId
  return lines.find((line) => line.id === lineId)
}
