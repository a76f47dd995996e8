import { openJoints, type JointKey, type LinePaths, type PlanLine } from '../../../../core/tasks'
import type { PlanAnswer } from '../../../../core/plan'
import type { Issue, Result } from '../../../../core/result'

export interface Paths extends LinePaths {
  /** Lines that cannot be planned without using their windows to the very end. */
  edgeLines: ReadonlySet<number>
  /** Lines that no plan can hold, with the reason and what cannot go together. */
  impossible: Map<number, readonly Issue[]>
}

type TryAlone = (
  line: PlanLine,
  paths: LinePaths,
  edgeLines: ReadonlySet<number>,
) => Promise<Result<PlanAnswer>>

/**
 * What a line takes on, from the first choice to the last: sanding costs days, and a window missed
 * at its edge is no more than that.
 */
const CHOICES = [
  { sands: false, isAtEdge: false },
  { sands: false, isAtEdge: true },
  { sands: true, isAtEdge: false },
  { sands: true, isAtEdge: true },
]
const NOWHERE: ReadonlySet<number> = new Set()

/**
 * Chooses for each joint of each line, as if the line were alone in the workshop, between recoating
 * in the tack window and sanding first; the window saves days, so sanding is taken only where the
 * window cannot be met.
 */
export async function choosePaths(lines: readonly PlanLine[], tryAlone: TryAlone): Promise<Paths> {
  const [sanded, edgeLines] = [new Set<JointKey>(), new Set<number>()]
  const impossible = new Map<number, readonly Issue[]>()
  for (const line of lines) {
    const own = new Set([line.id])
    const joints = openJoints(line)
    for (const { sands, isAtEdge } of CHOICES) {
      if (sands && joints.length === 0) continue
      const attempt = (some: readonly JointKey[]) =>
        tryAlone(line, { sanded: new Set(some), boxLines: NOWHERE }, isAtEdge ? own : NOWHERE)
      const alone = await attempt(sands ? joints : [])
      if (!alone.ok) {
        impossible.set(line.id, alone.issues)
        continue
      }
      const needed = sands ? await fewest(joints, alone.value, attempt) : []
      for (const joint of needed) sanded.add(joint)
      if (isAtEdge) edgeLines.add(line.id)
      impossible.delete(line.id)
      break
    }
  }
  return { sanded, boxLines: NOWHERE, edgeLines, impossible }
}

/**
 * Leaves the sanding out wherever the line still finds a plan that ends no later: one joint after the
 * other, the first first.
 */
async function fewest(
  joints: readonly JointKey[],
  all: PlanAnswer,
  attempt: (some: readonly JointKey[]) => Promise<Result<PlanAnswer>>,
): Promise<JointKey[]> {
  let [needed, completionMin] = [[...joints], all.objective.weightedCompletionMin]
  if (joints.length < 2) return needed
  for (const joint of joints) {
    const without = needed.filter((one) => one !== joint)
    const tried = await attempt(without)
    if (!tried.ok || tried.value.objective.weightedCompletionMin > completionMin) continue
    needed = without
    completionMin = tried.value.objective.weightedCompletionMin
  }
  return needed
}
