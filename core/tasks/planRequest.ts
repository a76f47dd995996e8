import { numbersOf, overlap, rangeOf, rangesOf } from '../trade'
import { closeBox } from './box/closeBox'
import { layerAt, potsAt, type AtLine } from './at'
import { Draft } from './draft'
import { finish, goThrough, keepPlaces, keepTimes, prepareLayer } from './handWork'
import { begunFrom } from './begunFrom'
import type { PlanLine, PlanOptions, PlanPot, PlanQuestion } from './planLine'
import { addPot, keepMoulds } from './resinWork'
import { type Stage } from './stages'

/**
 * Turns orders into the tasks, lags and resources of a plan request.
 *
 * Every line runs through its steps before the pour, its layers in the order in which they are
 * poured, and its steps after; a stage of some pieces follows the earlier stages of the same pieces,
 * once what they left has dried. Openings are taken in the cold and closings in the warmth
 * (`cureWait`). A layer follows the one it lies on inside its tack window, after sanding, or while
 * that is wet. A long cure lies on the rack until somebody lifts it, or goes on in the heated box
 * once nothing moves in it any more. The mould is held from the first pour to the end of the step
 * that demoulds.
 */
export function planRequest(options: PlanOptions): PlanQuestion {
  const draft = new Draft(options)
  for (const line of options.lines) addLine({ draft, line: { ...line, pots: potsLeft(line) } })
  if (draft.usesBox) closeBox(draft)
  return draft.question()
}

function addLine(at: AtLine): void {
  const { draft, line } = at
  const { recipe } = line
  const begun = begunFrom(line, 0)
  const fresh = rangesOf(
    numbersOf({ first: 1, pieces: line.quantity }).filter((number) => !begun.has(number)),
  )
  let before: Stage[] = []
  if (fresh.length > 0)
    for (const step of draft.courseOf(recipe).before[0] ?? [])
      before = goThrough(at, step, { ranges: fresh, before })
  recipe.layers.forEach((_, i) => {
    const here = layerAt(at, i)
    if (i > 0) before = prepareLayer(here, before)
    const stages = potsAt(here)
      .filter((pot) => !isCovered(line, pot, i))
      .map((pot) => addPot({ ...here, pot }, before))
    before = [
      ...before.filter((earlier) => !stages.some((stage) => overlap(earlier, stage))),
      ...stages,
    ]
  })
  const last = finish(
    at,
    before.filter((stage) => !numbersOf(stage).every((number) => line.good.has(number))),
  )
  for (const { leave, pieces } of last) draft.parts.set(leave, { lineId: line.id, pieces })
  keepTimes(at)
  keepMoulds(at)
  keepPlaces(at)
}

/**
 * The pots of a line with what is left for them: what is still to be poured is poured for no piece
 * that is good, or over which a later layer lies already because somebody said that it may.
 */
function potsLeft(line: PlanLine): PlanPot[] {
  return line.pots.flatMap((pot) => {
    if (pot.pouredMin !== null) return [pot]
    const index = line.recipe.layers.findIndex(({ id }) => id === pot.layerId)
    const left = numbersOf(rangeOf(pot)).filter(
      (number) =>
        !line.good.has(number) && !isCovered(line, { firstPiece: number, pieces: 1 }, index),
    )
    return left.length === pot.pieces
      ? [pot]
      : rangesOf(left).map(({ first, pieces }) => ({ ...pot, firstPiece: first, pieces }))
  })
}

/**
 * Whether a later layer has been poured over this pot's pieces, so that nothing waits for it any
 * more.
 */
function isCovered(
  line: PlanLine,
  pot: Pick<PlanPot, 'firstPiece' | 'pieces'>,
  index: number,
): boolean {
  const later = new Set(line.recipe.layers.slice(index + 1).map((layer) => layer.id))
  return line.pots.some(
    (other) =>
      later.has(other.layerId) && other.pouredMin !== null && overlap(rangeOf(other), rangeOf(pot)),
  )
}
