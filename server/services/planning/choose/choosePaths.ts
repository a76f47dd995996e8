import { mayBeSanded, type LinePaths, type PlanLine } from '../../../../core/question'
import type { PlanAnswer } from '../../../../core/plan'
import type { Issue, Result } from '../../../../core/result'

export interface Paths extends LinePaths {
  /** Lines that cannot be planned without using their windows to the very end. */
  edgeLines: ReadonlySet<number>
  /** Lines that no plan can hold, with the reason and what cannot go together. */
  impossible: Map<number, readonly Issue[]>
}

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

/**
 * Chooses for each line, as if it were alone in the workshop, between recoating in the tack window
 * and sanding first; the window saves days, so sanding is taken only where the window cannot be
 * met.
 */
export async function choosePaths(
  lines: readonly PlanLine[],
  tryAlone: (
    line: PlanLine,
    paths: LinePaths,
    edgeLines: ReadonlySet<number>,
  ) => Promise<Result<PlanAnswer>>,
): Promise<Paths> {
  const [sandLines, boxLines, edgeLines] = [new Set<number>(), new Set<number>(), new Set<number>()]
  const impossible = new Map<number, readonly Issue[]>()
  for (const line of lines) {
    const own = new Set([line.id])
    const none = new Set<number>()
    for (const { sands, isAtEdge } of CHOICES) {
      if (sands && !mayBeSanded(line)) continue
      const alone = await tryAlone(
        line,
        { sandLines: sands ? own : none, boxLines },
        isAtEdge ? own : none,
      )
      if (!alone.ok) {
        impossible.set(line.id, alone.issues)
        continue
      }
      if (sands) sandLines.add(line.id)
      if (isAtEdge) edgeLines.add(line.id)
      impossible.delete(line.id)
      break
    }
  }
  return { sandLines, boxLines, edgeLines, impossible }
}
