import { entryTitle } from '../recipe'
import { WORK_OF_LAYERS, type Doing } from '../run'
import {
  CARRYING,
  type Awaited,
  type Entry,
  type Layer,
  numbersOf,
  overlap,
  rangeOf,
  type Range,
} from '../trade'
import type { Asked } from './asked'
import { boxWait, isWorthHeating } from './boxCure'
import { cureWait, windowBetween, type CureWait } from '../curing'
import { openingOf, windowOf } from './joints'
import type { HeatedBox, PlanLine, PlanPot } from './planLine'
import { type Stage } from './stages'
import { BOX, keyOf } from './taskNames'
import { reportedOf } from './reported'

/** A poured piece is on its rack within these minutes. */
export const TO_RACK_MIN = 10

/** @param pot what is poured of it already, where the wait is for that */
export function waitOf(
  asked: Asked,
  layer: Layer | undefined,
  milestone: Awaited,
  pot: PlanPot | null = null,
): CureWait {
  const { workroom, rules } = asked.options
  return (
    pot?.waits?.get(milestone) ??
    cureWait(asked.resinOf(layer), milestone, workroom.range, rules.cureMarginPct)
  )
}

/**
 * When the next layer goes on one, where it has to be caught between two milestones; null where it
 * only has to wait.
 */
export function windowAfter(asked: Asked, line: PlanLine, index: number, pot: PlanPot | null) {
  const layer = line.recipe.layers[index]
  const above = line.recipe.layers.findIndex(
    (_, i) => i > index && windowOf(asked, line, i)?.below === layer,
  )
  const closes = above < 0 ? undefined : windowOf(asked, line, above)?.closes
  return closes === 'tackTo'
    ? windowBetween(waitOf(asked, layer, 'tackFrom', pot), waitOf(asked, layer, closes, pot))
    : null
}

/** The heated box, where a layer's cure goes on in it once nothing moves any more. */
function boxOf(asked: Asked, line: PlanLine, index: number): HeatedBox | null {
  const { paths, workroom } = asked.options
  const opening = openingOf(asked, line, index)
  const heats = paths.boxLines.has(line.id) || line.recipe.layers[index]?.isHeated === true
  return heats && opening !== null && isWorthHeating(opening) ? workroom.box : null
}

export function boxTimes(
  asked: Asked,
  line: PlanLine,
  index: number,
  milestone = openingOf(asked, line, index),
): { rackMin: number; boxMin: number } | null {
  const box = boxOf(asked, line, index)
  const { workroom, rules } = asked.options
  const resin = asked.resinOf(line.recipe.layers[index])
  return box && milestone && boxWait(resin, milestone, workroom.range, box, rules.cureMarginPct)
}

/**
 * Minutes from the pour of a layer after which a milestone is surely reached, where its cure is
 * planned.
 */
export function reachedMin(
  asked: Asked,
  line: PlanLine,
  index: number,
  milestone: Awaited,
  pot: PlanPot | null = null,
): number {
  const times = boxTimes(asked, line, index, milestone)
  if (times) return times.rackMin + times.boxMin
  const window = milestone === 'tackFrom' ? windowAfter(asked, line, index, pot) : null
  return window?.opensMin ?? waitOf(asked, line.recipe.layers[index], milestone, pot).surelyByMin
}

/**
 * Carrying a pot's pieces into the heated box and the rest of their cure there, where it is planned
 * so. @returns the task that ends the cure
 */
export function addBox(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  curing: string,
): string {
  const layer = line.recipe.layers[index]
  const times = boxTimes(asked, line, index)
  if (!times || !layer) return curing
  asked.usesBox = true
  const doing = { what: WORK_OF_LAYERS.carrying, visit: null, layer: layer.key }
  const range = rangeOf(pot)
  const outMin = carriedUntil(line, doing, range, times.boxMin) ?? pot.heatedUntilMin
  const durationMin = outMin === null ? times.boxMin : Math.max(0, Math.ceil(outMin))
  const heating = asked.add(
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
    asked.liesAlready(heating)
    asked.heatedUntilMin = Math.max(asked.heatedUntilMin, durationMin)
    return heating
  }
  const carrying = asked.add(
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
  asked.follow(
    [{ ...range, enter: curing, leave: curing, lies: curing }],
    [{ ...range, enter: carrying, leave: carrying }],
  )
  asked.lag(carrying, heating, 0, TO_RACK_MIN)
  return heating
}

/** When pieces that hands have reported to be in the heated box have been there as long as they need. */
function carriedUntil(line: PlanLine, doing: Doing, range: Range, boxMin: number): number | null {
  const reported = numbersOf(range).map((number) => reportedOf(line, doing, number))
  return reported.every((one) => one?.kind === 'done')
    ? Math.max(...reported.map((one) => (one?.atMin ?? 0) + boxMin))
    : null
}

/** What is done next on some pieces, and what they must have reached for it. */
export interface Next {
  key: string
  title: string
  waitsFor: Awaited | null
}
export const nextOf = (entry: Entry, line: PlanLine): Next => ({
  key: entry.key,
  title: entryTitle(entry, line.recipe),
  waitsFor: entry.waitsFor,
})

/**
 * The hardening that work waits for after a layer's cure, each up to its own milestone. Pieces
 * harden from their pour on, whatever is done to them meanwhile: one hardening follows the other,
 * and the work only waits for its own.
 * @returns for each piece of work in turn the stages it waits for
 */
export function hardeningOf(
  asked: Asked,
  line: PlanLine,
  index: number,
  curing: readonly Stage[],
): (next: Next) => Stage[] {
  let lying = curing
  let reached = openingOf(asked, line, index)
  return (next) => {
    const { waitsFor } = next
    if (
      waitsFor === null ||
      reached === null ||
      reachedMin(asked, line, index, waitsFor) <= reachedMin(asked, line, index, reached)
    )
      return []
    const from = reached
    reached = waitsFor
    lying = lying.map((stage) => addHardening(asked, line, index, stage, [from, waitsFor], next))
    return [...lying]
  }
}

/**
 * What goes on lying from one milestone to the next: on the rack as long as it takes since the pour,
 * in the heated box no longer than it would on the rack.
 */
function addHardening(
  asked: Asked,
  line: PlanLine,
  index: number,
  stage: Stage,
  [from, to]: [Awaited, Awaited],
  next: Next,
): Stage {
  const { first, pieces } = stage
  const kind = boxOf(asked, line, index) ? 'box' : 'rack'
  asked.usesBox ||= kind === 'box'
  const pots = asked.potsOf(line, index).filter((pot) => overlap(rangeOf(pot), stage))
  const isPoured = pots.length > 0 && pots.every((pot) => pot.pouredMin !== null)
  const lasts = reachedMin(asked, line, index, to) - reachedMin(asked, line, index, from)
  const leftTo = (milestone: Awaited) =>
    Math.max(0, ...pots.map((pot) => surelyAt(asked, line, index, pot, milestone)))
  const durationMin = !isPoured
    ? lasts
    : kind === 'box'
      ? Math.min(lasts, leftTo(to))
      : leftTo(to) - leftTo(from)
  const id = asked.add(
    line,
    `h-${next.key}.${first}`,
    { kind: 'harden', title: `hardens for ${next.title}` },
    { durationMin, attended: false, place: { kind, areaCm2: line.recipe.footprintCm2 * pieces } },
  )
  asked.liesOn(stage, id)
  return { first, pieces, enter: id, leave: id, lies: id }
}

/** When what a pot poured has surely reached a milestone, minutes on the plan's clock. */
export const surelyAt = (
  asked: Asked,
  line: PlanLine,
  index: number,
  pot: PlanPot,
  milestone: Awaited,
): number =>
  Math.ceil(
    (pot.pouredMin ?? 0) + waitOf(asked, line.recipe.layers[index], milestone, pot).surelyByMin,
  )
