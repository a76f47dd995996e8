import type { LinePaths, PlanLine } from '../../../core/batch'
import type { PlanAnswer } from '../../../core/plan'
import type { Result } from '../../../core/result'

export interface Paths extends LinePaths {
  /** Lines that no plan can hold, with the reason and what cannot go together. */
  impossible: ReadonlyMap<number, readonly string[]>
}

/** Whether a recipe leaves it open to recoat in the tack window or to sand first. */
export const mayBeSanded = (line: PlanLine) => line.recipe.layers.some((layer, i) => i > 0 && layer.recoat === 'either')

/**
 * Chooses for each line, as if it were alone in the workshop, between recoating in the tack window and sanding
 * first; the window saves days, so sanding is taken only where the window cannot be met.
 */
export async function choosePaths(lines: readonly PlanLine[], tryAlone: (line: PlanLine, paths: LinePaths) => Promise<Result<PlanAnswer>>): Promise<Paths> {
  const [sandLines, boxLines] = [new Set<number>(), new Set<number>()]
  const impossible = new Map<number, readonly string[]>()
  for (const line of lines) {
    const tacky = await tryAlone(line, { sandLines: new Set(), boxLines })
    if (tacky.ok) continue
    const sanded = mayBeSanded(line) ? await tryAlone(line, { sandLines: new Set([line.id]), boxLines }) : tacky
    if (sanded.ok) sandLines.add(line.id)
    else impossible.set(line.id, sanded.issues.map((issue) => issue.message))
  }
  return { sandLines, boxLines, impossible }
}
