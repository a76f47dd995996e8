import { entryTitle } from '../recipe'
import { type Awaited, type Entry, overlap, rangeOf } from '../trade'
import { layerAt, potsAt, type AtLayer, type AtPot } from './at'
import { boxOf, boxTimes } from './box/boxTimes'
import { cureWait, windowBetween, type CureWait } from '../curing'
import { openingOf, windowOf } from './joints'
import type { PlanLine, PlanPot } from './planLine'
import { type Stage } from './stages'

/** @param pot what is poured of it already, where the wait is for that */
export function waitOf(
  { draft, layer }: Pick<AtLayer, 'draft' | 'layer'>,
  milestone: Awaited,
  pot: PlanPot | null = null,
): CureWait {
  const { workroom, rules } = draft.options
  return (
    pot?.waits?.get(milestone) ??
    cureWait(draft.resinOf(layer), milestone, workroom.range, rules.cureMarginPct)
  )
}

/**
 * When the next layer goes on one, where it has to be caught between two milestones; null where it
 * only has to wait.
 */
export function windowAfter(at: AtLayer, pot: PlanPot | null) {
  const above = at.line.recipe.layers
    .slice(at.index + 1)
    .map((_, i) => windowOf(layerAt(at, at.index + 1 + i)))
    .find((window) => window?.below.index === at.index)
  const closes = above?.closes
  return closes === 'tackTo'
    ? windowBetween(waitOf(at, 'tackFrom', pot), waitOf(at, closes, pot))
    : null
}

/**
 * Minutes from the pour of a layer after which a milestone is surely reached, where its cure is
 * planned.
 */
export function reachedMin(at: AtLayer, milestone: Awaited, pot: PlanPot | null = null): number {
  const times = boxTimes(at, milestone)
  if (times) return times.rackMin + times.boxMin
  const window = milestone === 'tackFrom' ? windowAfter(at, pot) : null
  return window?.opensMin ?? waitOf(at, milestone, pot).surelyByMin
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
export function hardeningOf(at: AtLayer, curing: readonly Stage[]): (next: Next) => Stage[] {
  let onRack = curing
  let reached = openingOf(at)
  return (next) => {
    const { waitsFor } = next
    if (
      waitsFor === null ||
      reached === null ||
      reachedMin(at, waitsFor) <= reachedMin(at, reached)
    )
      return []
    const from = reached
    reached = waitsFor
    onRack = onRack.map((stage) => addHardening(at, stage, [from, waitsFor], next))
    return [...onRack]
  }
}

/**
 * What goes on lying from one milestone to the next: on the rack as long as it takes since the pour,
 * in the heated box no longer than it would on the rack.
 */
function addHardening(
  at: AtLayer,
  stage: Stage,
  [from, to]: [Awaited, Awaited],
  next: Next,
): Stage {
  const { draft, line } = at
  const { first, pieces } = stage
  const kind = boxOf(at) ? 'box' : 'rack'
  draft.usesBox ||= kind === 'box'
  const pots = potsAt(at).filter((pot) => overlap(rangeOf(pot), stage))
  const isPoured = pots.length > 0 && pots.every((pot) => pot.pouredMin !== null)
  const lasts = reachedMin(at, to) - reachedMin(at, from)
  const leftTo = (milestone: Awaited) =>
    Math.max(0, ...pots.map((pot) => surelyAt({ ...at, pot }, milestone)))
  const durationMin = !isPoured
    ? lasts
    : kind === 'box'
      ? Math.min(lasts, leftTo(to))
      : leftTo(to) - leftTo(from)
  const id = draft.add(
    line,
    `h-${next.key}.${first}`,
    { kind: 'harden', title: `hardens for ${next.title}` },
    { durationMin, attended: false, place: { kind, areaCm2: line.recipe.footprintCm2 * pieces } },
  )
  draft.liesOn(stage, id)
  return { first, pieces, enter: id, leave: id, lies: id }
}

/** When what a pot poured has surely reached a milestone, minutes on the plan's clock. */
export const surelyAt = (at: AtPot, milestone: Awaited): number =>
  Math.ceil((at.pot.pouredMin ?? 0) + waitOf(at, milestone, at.pot).surelyByMin)
