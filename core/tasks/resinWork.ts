import { passesOf } from '../recipe'
import { POURING, overlap, rangeOf, type Range } from '../trade'
import { potsAt, type AtLayer, type AtLine, type AtPot } from './at'
import type { Mixing } from './draft'
import { openingOf, windowOf } from './joints'
import { addBox } from './box/addBox'
import { boxTimes } from './box/boxTimes'
import { reachedMin, waitOf, windowAfter } from './onRack'
import { mouldId } from './ids'
import type { PlanLine, PlanPot } from './planLine'
import { addSanding } from './sanding'
import { TO_RACK_MIN, type Stage } from './stages'
import { jobOf, keyOf } from './taskNames'
import { addVisits } from './visits'

/** A cup that may be poured stands no longer than this, minutes; a starting value. */
const STANDS_MIN = 10
/** While a cup rests for less than this its maker stays with it; a starting value. */
const ATTENDED_REST_MIN = 10
/** How late a heat pass may come, minutes. */
const HEAT_SLACK_MIN = 12

/** Mix, rest, pour, heat passes and the cure up to what comes next, for one pot. */
export function addPot(at: AtPot, before: readonly Stage[]): Stage {
  const { draft, line, pot } = at
  const range = rangeOf(pot)
  if (pot.pouredMin !== null) {
    const lying = addCure(at, pot.pouredMin)
    draft.liesAlready(lying)
    const mould = mouldOf(line, pot)
    if (mould) {
      draft.hold(lying, mould, null)
      draft.holdsAlready(mould.id, pot.pieces)
    }
    const visits = addVisits(at, null)
    return throughCure(at, { ...range, enter: lying, leave: lying }, visits)
  }
  const mixing = mixOf(at)
  const pouring = addPour(at, mixing)
  noteStretch(at, range, mixing, pouring)
  addPasses(at, pouring)
  for (const earlier of before) {
    if (!overlap(earlier, range)) continue
    draft.lagAfter(earlier, mixing.mix)
    draft.lift(earlier, pouring)
  }
  keepWindow(at, pouring)
  const visits = addVisits(at, pouring)
  const stage = { ...range, enter: mixing.mix, leave: pouring }
  // What the next layer goes on while it is wet lies nowhere until then.
  if (openingOf(at) === null) return { ...stage, beside: visits }
  const curing = addCure(at, null)
  draft.lag(pouring, curing, 0, TO_RACK_MIN)
  return throughCure(at, { ...stage, leave: curing }, visits)
}

/** The stage as it is left: cured, in the heated box where it is planned so, and sanded. */
function throughCure(at: AtPot, stage: Stage, visits: string[]): Stage {
  const cured = addBox(at, stage.leave)
  const lies = { ...stage, leave: cured, lies: cured }
  return { ...lies, leave: addSanding(at, lies), beside: visits }
}

/** The cure on the rack; of what is poured already, what is left of it. */
function addCure(at: AtPot, pouredAtMin: number | null): string {
  const { draft, line, layer, pot } = at
  const opening = openingOf(at)
  const isPoured = pouredAtMin !== null ? pot : null
  const cureMin =
    opening === null ? 0 : (boxTimes(at)?.rackMin ?? reachedMin(at, opening, isPoured))
  const window = opening === 'tackFrom' ? windowAfter(at, isPoured) : null
  const durationMin = pouredAtMin === null ? cureMin : Math.max(0, Math.ceil(pouredAtMin + cureMin))
  const lies = opening !== null
  return draft.add(
    line,
    keyOf(layer, pot, 'cure'),
    {
      kind: 'cure',
      title: `${layer.name} cures${window?.isSure === false ? ', its window only likely' : ''}`,
      potId: pot.id,
    },
    {
      durationMin,
      attended: false,
      place: lies ? { kind: 'rack', areaCm2: line.recipe.footprintCm2 * pot.pieces } : null,
      openWet: durationMin > 0,
    },
  )
}

function addPour({ draft, line, layer, index, pot }: AtPot, mixing: Mixing): string {
  const pourMin = Math.max(1, Math.ceil(pot.pourMin))
  const pouring = draft.add(
    line,
    keyOf(layer, pot, 'pour'),
    { kind: 'pour', title: `pour ${layer.name}`, potId: pot.id },
    {
      durationMin: pourMin,
      attended: true,
      skill: POURING.skill,
      station: POURING.pouredAt,
      openWet: true,
    },
  )
  const mould = index === 0 ? mouldOf(line, pot) : null
  if (mould) draft.hold(pouring, mould, null)
  draft.lag(mixing.lastPour ?? mixing.rest, pouring, 0, STANDS_MIN)
  draft.lag(
    mixing.mix,
    pouring,
    0,
    Math.max(Math.ceil(pot.restMin), Math.floor(pot.workMin) - pourMin) - mixing.restedMin,
  )
  mixing.lastPour = pouring
  return pouring
}

/**
 * The mix of a pot is planned once, with the first of its pours. Nothing else is planned for its maker
 * while the cup rests; where that takes long, somebody else may pour it, and it has a task of its own.
 */
function mixOf({ draft, line, layer, pot }: AtPot): Mixing {
  const known = draft.mixes.get(pot.id)
  if (known) return known
  const restMin = Math.ceil(pot.restMin)
  const restedMin = restMin < ATTENDED_REST_MIN ? restMin : 0
  const mix = draft.add(
    line,
    keyOf(layer, pot, 'mix'),
    { kind: 'mix', title: `mix ${layer.name}`, potId: pot.id },
    {
      durationMin: Math.ceil(draft.options.rules.measureMin + pot.stirMin) + restedMin,
      attended: true,
      skill: POURING.skill,
      station: POURING.mixedAt,
    },
  )
  const rest =
    restMin === restedMin
      ? mix
      : draft.add(
          line,
          keyOf(layer, pot, 'rest'),
          { kind: 'rest', title: `${layer.name} rests`, potId: pot.id },
          { durationMin: restMin, attended: false },
        )
  if (rest !== mix) draft.lag(mix, rest, 0, 0)
  const mixing: Mixing = { mix, rest, restedMin, lastPour: null }
  draft.mixes.set(pot.id, mixing)
  return mixing
}

/** Mix and pours of a layer, for what must come within a time of them. */
function noteStretch(
  { draft, line, index }: AtLayer,
  range: Range,
  { mix, restedMin }: Mixing,
  pouring: string,
): void {
  const work = draft.courseOf(line.recipe).work[index]
  if (!work) return
  draft.note(line, work.mix, { ...range, enter: mix, leave: mix, afterMin: restedMin })
  let insideMin = 0
  for (const entry of work.pouring) {
    draft.note(line, entry, { ...range, enter: pouring, leave: pouring, insideMin })
    insideMin += entry.pieceMin * range.pieces + entry.batchMin
  }
}

function addPasses({ draft, line, layer, index, pot }: AtPot, pouring: string): void {
  const work = draft.courseOf(line.recipe).work[index]
  const passes = work ? passesOf(work) : []
  passes.forEach(({ afterMin, name }, i) => {
    const pass = draft.add(
      line,
      keyOf(layer, pot, `heat${i}`),
      { kind: 'heat', title: name || `heat pass ${i + 1}`, potId: pot.id },
      {
        durationMin: Math.ceil(draft.options.rules.heatPassMin),
        attended: true,
        skill: POURING.skill,
      },
    )
    draft.lag(pouring, pass, Math.round(afterMin), Math.round(afterMin) + HEAT_SLACK_MIN)
  })
}

/** The pour must come while the layer under it still takes it: tacky, or liquid. */
function keepWindow(at: AtPot, pouring: string): void {
  const window = windowOf(at)
  if (!window) return
  const { draft, line, pot } = at
  const { below, closes } = window
  const closesOf = (lower: PlanPot | null): number =>
    windowAfter(below, lower)?.closesMin ?? waitOf(below, closes, lower).notBeforeMin
  for (const lower of potsAt(below).filter((one) => overlap(rangeOf(one), rangeOf(pot)))) {
    if (lower.pouredMin === null)
      draft.lag(`${jobOf(line)}.${keyOf(below.layer, lower, 'pour')}`, pouring, 0, closesOf(null))
    else draft.startsAt(pouring, 0, Math.floor(lower.pouredMin + closesOf(lower)))
  }
}

/** What a pot's pieces lie in, where they will be taken out of it. */
function mouldOf({ recipe, demoulded }: PlanLine, pot: PlanPot) {
  const frees = recipe.course.some((one) => one.demoulds)
  return recipe.mouldId === null || !frees || demoulded.has(pot.firstPiece)
    ? null
    : { id: mouldId.of(recipe.mouldId), count: pot.pieces }
}

/** Moulds are held until the last of their pieces is out. */
export function keepMoulds({ draft, line }: AtLine): void {
  const step = line.recipe.course.find((one) => one.demoulds)
  if (!step) return
  for (const pot of line.pots) {
    const mould = mouldOf(line, pot)
    const index = line.recipe.layers.findIndex(({ id }) => id === pot.layerId)
    const layer = line.recipe.layers[index]
    if (!mould || !layer || (index > 0 && pot.pouredMin === null)) continue
    const task = `${jobOf(line)}.${keyOf(layer, pot, pot.pouredMin === null ? 'pour' : 'cure')}`
    draft.hold(task, mould, draft.lastOn(line, step.key, rangeOf(pot)))
  }
}
