import { WORK_OF_LAYERS, type Doing } from '../../run'
import { CARRYING, numbersOf, rangeOf, type Range } from '../../trade'
import type { AtPot } from '../at'
import type { PlanLine } from '../planLine'
import { reportedOf } from '../reported'
import { TO_RACK_MIN } from '../stages'
import { BOX, keyOf } from '../taskNames'
import { boxTimes } from './boxTimes'

/**
 * Carrying a pot's pieces into the heated box and the rest of their cure there, where it is planned
 * so. @returns the task that ends the cure
 */
export function addBox(at: AtPot, curing: string): string {
  const { draft, line, layer, pot } = at
  const times = boxTimes(at)
  if (!times) return curing
  draft.usesBox = true
  const doing = { what: WORK_OF_LAYERS.carrying, visit: null, layer: layer.key }
  const range = rangeOf(pot)
  const outMin = carriedUntil(line, doing, range, times.boxMin) ?? pot.heatedUntilMin
  const durationMin = outMin === null ? times.boxMin : Math.max(0, Math.ceil(outMin))
  const heating = draft.add(
    line,
    keyOf(layer, pot, BOX),
    { kind: 'cure', title: `${layer.name} cures in the warm`, potId: pot.id },
    {
      durationMin,
      attended: false,
      place: { kind: 'box', areaCm2: line.recipe.footprintCm2 * pot.pieces },
    },
  )
  if (outMin !== null) {
    draft.liesAlready(heating)
    draft.heatedUntilMin = Math.max(draft.heatedUntilMin, durationMin)
    return heating
  }
  const carrying = draft.add(
    line,
    keyOf(layer, pot, 'carry'),
    {
      kind: 'step',
      title: `${layer.name} into the heated box`,
      potId: pot.id,
      does: { ...doing, ...range, asks: null },
    },
    { durationMin: CARRYING.batchMin, attended: true },
  )
  draft.follow(
    [{ ...range, enter: curing, leave: curing, lies: curing }],
    [{ ...range, enter: carrying, leave: carrying }],
  )
  draft.lag(carrying, heating, 0, TO_RACK_MIN)
  return heating
}

/** When pieces that hands have reported to be in the heated box have been there as long as they need. */
function carriedUntil(line: PlanLine, doing: Doing, range: Range, boxMin: number): number | null {
  const reported = numbersOf(range).map((number) => reportedOf(line, doing, number))
  return reported.every((one) => one?.kind === 'done')
    ? Math.max(...reported.map((one) => (one?.atMin ?? 0) + boxMin))
    : null
}
