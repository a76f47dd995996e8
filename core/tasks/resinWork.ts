import { passesOf } from '../recipe'
import { WORK_OF_LAYERS } from '../run'
import { POURING, SANDING, type Entry, type Layer, overlap, rangeOf, type Range } from '../trade'
import type { Asked, Mixing } from './asked'
import { addHelpers } from './handWork'
import { openingOf, sandedAfter, windowOf } from './joints'
import { addBox, boxTimes, reachedMin, surelyAt, TO_RACK_MIN, waitOf, windowAfter } from './onRack'
import { mouldId } from './ids'
import type { PlanLine, PlanPot } from './planLine'
import { LONGEST_STAGE_MIN, type Stage } from './stages'
import { jobOf, keyOf } from './taskNames'
import { notOver } from './reported'

/** A cup that may be poured stands no longer than this, minutes; a starting value. */
const STANDS_MIN = 10
/** While a cup rests for less than this its maker stays with it; a starting value. */
const ATTENDED_REST_MIN = 10
/** How late a heat pass may come, minutes. */
const HEAT_SLACK_MIN = 12

/** Mix, rest, pour, heat passes and the cure up to what comes next, for one pot. */
export function addPot(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  before: readonly Stage[],
): Stage {
  const layer = line.recipe.layers[index]
  if (!layer) throw new Error(`no layer ${index} of ${line.recipe.name}`)
  const range = rangeOf(pot)
  if (pot.pouredMin !== null) {
    const lying = addCure(asked, line, pot, index, pot.pouredMin)
    asked.liesAlready(lying)
    const mould = mouldOf(line, pot)
    if (mould) {
      asked.hold(lying, mould, null)
      asked.holdsAlready(mould.id, pot.pieces)
    }
    const visits = addVisits(asked, line, pot, index, null)
    return left(asked, line, pot, index, { ...range, enter: lying, leave: lying }, visits)
  }
  const mixing = mixOf(asked, line, layer, pot)
  const pouring = addPour(asked, line, pot, index, mixing)
  noteStretch(asked, line, index, range, mixing, pouring)
  addPasses(asked, line, pot, index, pouring)
  for (const earlier of before) {
    if (!overlap(earlier, range)) continue
    asked.lagAfter(earlier, mixing.mix)
    asked.lift(earlier, pouring)
  }
  keepWindow(asked, line, index, pot, pouring)
  const visits = addVisits(asked, line, pot, index, pouring)
  const stage = { ...range, enter: mixing.mix, leave: pouring }
  // What the next layer goes on while it is wet lies nowhere until then.
  if (openingOf(asked, line, index) === null) return { ...stage, beside: visits }
  const curing = addCure(asked, line, pot, index, null)
  asked.lag(pouring, curing, 0, TO_RACK_MIN)
  return left(asked, line, pot, index, { ...stage, leave: curing }, visits)
}

/** The stage as it is left: cured, in the heated box where it is planned so, and sanded. */
function left(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  stage: Stage,
  visits: string[],
): Stage {
  const cured = addBox(asked, line, pot, index, stage.leave)
  const lies = { ...stage, leave: cured, lies: cured }
  return { ...lies, leave: addSanding(asked, line, pot, index, lies), beside: visits }
}

/** The cure on the rack; of what is poured already, what is left of it. */
function addCure(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  pouredAtMin: number | null,
): string {
  const { recipe } = line
  const layer = recipe.layers[index] as Layer
  const opening = openingOf(asked, line, index)
  const isPoured = pouredAtMin !== null ? pot : null
  const cureMin =
    opening === null
      ? 0
      : (boxTimes(asked, line, index)?.rackMin ?? reachedMin(asked, line, index, opening, isPoured))
  const window = opening === 'tackFrom' ? windowAfter(asked, line, index, isPoured) : null
  const durationMin = pouredAtMin === null ? cureMin : Math.max(0, Math.ceil(pouredAtMin + cureMin))
  const lies = opening !== null
  return asked.add(
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
      place: lies ? { kind: 'rack', areaCm2: recipe.footprintCm2 * pot.pieces } : null,
      openWet: durationMin > 0,
    },
  )
}

function addPour(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  mixing: Mixing,
): string {
  const layer = line.recipe.layers[index] as Layer
  const pourMin = Math.max(1, Math.ceil(pot.pourMin))
  const pouring = asked.add(
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
  if (mould) asked.hold(pouring, mould, null)
  asked.lag(mixing.lastPour ?? mixing.rest, pouring, 0, STANDS_MIN)
  asked.lag(
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
function mixOf(asked: Asked, line: PlanLine, layer: Layer, pot: PlanPot): Mixing {
  const known = asked.mixes.get(pot.id)
  if (known) return known
  const restMin = Math.ceil(pot.restMin)
  const restedMin = restMin < ATTENDED_REST_MIN ? restMin : 0
  const mix = asked.add(
    line,
    keyOf(layer, pot, 'mix'),
    { kind: 'mix', title: `mix ${layer.name}`, potId: pot.id },
    {
      durationMin: Math.ceil(asked.options.rules.measureMin + pot.stirMin) + restedMin,
      attended: true,
      skill: POURING.skill,
      station: POURING.mixedAt,
    },
  )
  const rest =
    restMin === restedMin
      ? mix
      : asked.add(
          line,
          keyOf(layer, pot, 'rest'),
          { kind: 'rest', title: `${layer.name} rests`, potId: pot.id },
          { durationMin: restMin, attended: false },
        )
  if (rest !== mix) asked.lag(mix, rest, 0, 0)
  const mixing: Mixing = { mix, rest, restedMin, lastPour: null }
  asked.mixes.set(pot.id, mixing)
  return mixing
}

/** Mix and pours of a layer, for what must come within a time of them. */
function noteStretch(
  asked: Asked,
  line: PlanLine,
  index: number,
  range: Range,
  { mix, restedMin }: Mixing,
  pouring: string,
): void {
  const work = asked.courseOf(line.recipe).work[index]
  if (!work) return
  asked.note(line, work.mix, { ...range, enter: mix, leave: mix, afterMin: restedMin })
  let insideMin = 0
  for (const entry of work.pouring) {
    asked.note(line, entry, { ...range, enter: pouring, leave: pouring, insideMin })
    insideMin += entry.pieceMin * range.pieces + entry.batchMin
  }
}

function addPasses(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  pouring: string,
): void {
  const layer = line.recipe.layers[index] as Layer
  const work = asked.courseOf(line.recipe).work[index]
  const passes = work ? passesOf(work) : []
  passes.forEach(({ afterMin, name }, i) => {
    const pass = asked.add(
      line,
      keyOf(layer, pot, `heat${i}`),
      { kind: 'heat', title: name || `heat pass ${i + 1}`, potId: pot.id },
      {
        durationMin: Math.ceil(asked.options.rules.heatPassMin),
        attended: true,
        skill: POURING.skill,
      },
    )
    asked.lag(pouring, pass, Math.round(afterMin), Math.round(afterMin) + HEAT_SLACK_MIN)
  })
}

/** The pour must come while the layer under it still takes it: tacky, or liquid. */
function keepWindow(
  asked: Asked,
  line: PlanLine,
  index: number,
  pot: PlanPot,
  pouring: string,
): void {
  const window = windowOf(asked, line, index)
  if (!window) return
  const { below } = window
  const at = line.recipe.layers.indexOf(below)
  const closesOf = (lower: PlanPot | null): number =>
    windowAfter(asked, line, at, lower)?.closesMin ??
    waitOf(asked, below, window.closes, lower).notBeforeMin
  for (const lower of line.pots.filter(
    (one) => one.layerId === below.id && overlap(rangeOf(one), rangeOf(pot)),
  )) {
    if (lower.pouredMin === null)
      asked.lag(`${jobOf(line)}.${keyOf(below, lower, 'pour')}`, pouring, 0, closesOf(null))
    else asked.startsAt(pouring, 0, Math.floor(lower.pouredMin + closesOf(lower)))
  }
}

/** A drip is wiped and a check is made so long after its time, as long as nobody says otherwise. */
const SENSE_MIN = 60
/** So late a visit still makes sense; null for what has to be done however late, as taking tape off. */
const makesSenseFor = ({ kind, asks, lateMin }: Entry): number | null =>
  kind === 'drips' || kind === 'witness' || asks !== null ? (lateMin ?? SENSE_MIN) : null

/**
 * What is done to a pot's pieces while they cure, so many minutes after the pour or as soon after as
 * there are hands.
 */
function addVisits(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  pouring: string | null,
): string[] {
  const layer = line.recipe.layers[index] as Layer
  return (asked.courseOf(line.recipe).visits[index] ?? []).flatMap((step) =>
    step.at.flatMap((at, i) => {
      const due = pot.pouredMin === null ? at : Math.ceil(pot.pouredMin + at)
      const doing = { what: step.key, visit: i, layer: layer.key }
      const left = notOver(line, doing, rangeOf(pot))
      const pieces = left.reduce((sum, range) => sum + range.pieces, 0)
      if (due < 0 || pieces === 0) return []
      const durationMin = Math.min(
        LONGEST_STAGE_MIN,
        Math.max(1, Math.ceil(step.batchMin + step.pieceMin * pieces)),
      )
      const senseMin = makesSenseFor(step)
      const isLost =
        pouring === null &&
        senseMin !== null &&
        !asked.isAnybodyThere(step, { fromMin: due, toMin: due + senseMin, durationMin })
      if (isLost) {
        asked.lost.push({ lineId: line.id, title: step.name, dueMin: due })
        return []
      }
      const key = keyOf(layer, pot, `${step.key}.${i}`)
      const visit = asked.add(
        line,
        key,
        {
          kind: 'step',
          title: step.name,
          potId: pot.id,
          personId: step.personId,
          does: { ...doing, ...rangeOf(pot), asks: step.asks },
        },
        {
          durationMin,
          attended: true,
          skill: step.skill,
          station: step.stationKind,
          dust: step.dust,
        },
      )
      addHelpers(asked, line, step, { key, own: visit, title: step.name, durationMin })
      // What has been poured already is seen to as soon as somebody is there, even if that is late.
      if (pouring === null) asked.startsAt(visit, due)
      else
        asked.lag(
          pouring,
          visit,
          Math.ceil(at),
          step.lateMin === null ? null : Math.ceil(at) + Math.floor(step.lateMin),
        )
      return [visit]
    }),
  )
}

/** Where the next layer goes on a sanded face, the stage is left through the sanding. */
function addSanding(
  asked: Asked,
  line: PlanLine,
  pot: PlanPot,
  index: number,
  cured: Stage,
): string {
  const at = sandedAfter(asked, line, index)
  const sanded = at === null ? undefined : line.recipe.layers[at]
  if (at === null || !sanded) return cured.leave
  const layer = line.recipe.layers[index] as Layer
  const doing = { what: WORK_OF_LAYERS.sanding, visit: null, layer: layer.key }
  if (notOver(line, doing, rangeOf(pot)).length === 0) return cured.leave
  const does = { ...doing, ...rangeOf(pot), asks: null }
  const sanding = asked.add(
    line,
    keyOf(layer, pot, 'sand'),
    { kind: 'sand', title: `sand and wipe ${sanded.name}`, potId: pot.id, does },
    {
      durationMin: Math.min(LONGEST_STAGE_MIN, Math.ceil(SANDING.pieceMin * pot.pieces)),
      attended: true,
      skill: SANDING.skill,
      station: SANDING.station,
      dust: true,
    },
  )
  asked.lag(cured.leave, sanding)
  if (at !== index) waitsForHard(asked, line, at, cured, sanding)
  return sanding
}

/** What is sanded later than it was poured has to be hard by then. */
function waitsForHard(
  asked: Asked,
  line: PlanLine,
  index: number,
  range: Range,
  sanding: string,
): void {
  const hardMin = waitOf(asked, line.recipe.layers[index], 'sand').surelyByMin
  const pour = asked.courseOf(line.recipe).work[index]?.pouring.at(-1)
  for (const earlier of pour ? asked.doneOn(line, pour.key, range) : [])
    asked.lag(earlier.leave, sanding, hardMin)
  for (const pot of asked.potsOf(line, index))
    if (pot.pouredMin !== null && overlap(rangeOf(pot), range))
      asked.startsAt(sanding, Math.max(0, surelyAt(asked, line, index, pot, 'sand')))
}

/** What a pot's pieces lie in, where they will be taken out of it. */
function mouldOf({ recipe, demoulded }: PlanLine, pot: PlanPot) {
  const frees = recipe.course.some((one) => one.demoulds)
  return recipe.mouldId === null || !frees || demoulded.has(pot.firstPiece)
    ? null
    : { id: mouldId.of(recipe.mouldId), count: pot.pieces }
}

/** Moulds are held until the last of their pieces is out. */
export function keepMoulds(asked: Asked, line: PlanLine): void {
  const step = line.recipe.course.find((one) => one.demoulds)
  if (!step) return
  for (const pot of line.pots) {
    const mould = mouldOf(line, pot)
    const index = line.recipe.layers.findIndex(({ id }) => id === pot.layerId)
    const layer = line.recipe.layers[index]
    if (!mould || !layer || (index > 0 && pot.pouredMin === null)) continue
    const task = `${jobOf(line)}.${keyOf(layer, pot, pot.pouredMin === null ? 'pour' : 'cure')}`
    asked.hold(task, mould, asked.lastOn(line, step.key, rangeOf(pot)))
  }
}
