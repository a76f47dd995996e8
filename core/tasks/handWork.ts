import { entryTitle } from '../recipe'
import { type Entry, numbersOf, overlap, rangesOf, type Range } from '../trade'
import type { Asked } from './asked'
import { joinWait, openingOf } from './joints'
import { begunFrom } from './begunFrom'
import { hardeningOf, nextOf, waitOf } from './onRack'
import { mouldId } from './ids'
import type { PlanLine, PlanPot, Reported } from './planLine'
import { chunks, type Stage } from './stages'
import { inTurn, standing, type ReportedRange } from './reported'

/** Pieces that come to a step: which, what came before it, and what it waits for besides. */
interface Coming {
  ranges: readonly Range[]
  before: readonly Stage[]
  hard?: readonly Stage[]
  /** The layer of theirs that was poured last; null before the first. */
  layer?: number | null
}

/**
 * Takes pieces through a step, in as many goes as it takes; what it leaves dries, or is away. What
 * hands have reported as done is done.
 * @returns the pieces as they go on
 */
export function goThrough(
  asked: Asked,
  line: PlanLine,
  step: Entry,
  { ranges, before, hard = [], layer = null }: Coming,
): Stage[] {
  const { open, over } = standing(asked, line, step, ranges)
  const goes = open.flatMap((range) =>
    chunks(range, step).map((go) => addGo(asked, line, step, range, go)),
  )
  // What has begun waits for nothing any more, whatever has not been told.
  asked.follow(
    [...before, ...hard],
    goes.filter(({ isBegun }) => !isBegun),
  )
  if (layer !== null) bendInTime(asked, line, layer, step, goes)
  return [...goes, ...over.flatMap((range) => leaveDone(asked, line, step, range, before))]
}

/** One go of a step; what has been begun goes on for what is left of it. */
function addGo(
  asked: Asked,
  line: PlanLine,
  step: Entry,
  { reported }: ReportedRange,
  { first, pieces, minutes }: Range & { minutes: number },
): Stage {
  const title = entryTitle(step, line.recipe)
  const key = `${step.key}.${first}`
  const isBegun = reported?.kind === 'begun'
  const durationMin = isBegun ? Math.max(1, Math.ceil(minutes + reported.atMin)) : minutes
  const does = { ...inTurn(step.key), first, pieces, asks: step.asks }
  const id = asked.add(
    line,
    key,
    { kind: 'step', title, personId: step.personId, does },
    {
      durationMin,
      attended: true,
      skill: step.skill,
      station: step.stationKind,
      dust: step.dust,
    },
  )
  if (isBegun) asked.isInHandsOf(id, reported.maker)
  if (reported?.untilMin) asked.startsAt(id, Math.max(0, Math.ceil(reported.untilMin)))
  addHelpers(asked, line, step, { key, own: id, title, durationMin })
  const leave = addAway(asked, line, step, { first, pieces }, id)
  const stage = { first, pieces, enter: id, leave, dryMin: step.dryMin, isBegun }
  asked.note(line, step, stage)
  return stage
}

/** What is done is planned no more; what it left goes on drying, or is still away. */
function leaveDone(
  asked: Asked,
  line: PlanLine,
  step: Entry,
  range: Range & { reported: Reported },
  before: readonly Stage[],
): Stage[] {
  const drying = addRestOfDrying(asked, line, step, range)
  const came = before.flatMap((stage) =>
    rangesOf(numbersOf(stage).filter((number) => overlap(range, { first: number, pieces: 1 }))).map(
      (part): Stage => ({
        ...stage,
        ...part,
        ...(drying !== null && { beside: [...(stage.beside ?? []), drying] }),
      }),
    ),
  )
  const { first, pieces } = range
  return came.length === 0 && drying !== null
    ? [{ first, pieces, enter: drying, leave: drying }]
    : came
}

/** @returns the task that what is done still dries, or is away, in; null where that is over */
function addRestOfDrying(
  asked: Asked,
  line: PlanLine,
  step: Entry,
  { first, pieces, reported: { kind, atMin } }: Range & { reported: Reported },
): string | null {
  if (kind === 'skipped') return null
  asked.notePast(line, step, { first, pieces, atMin })
  const durationMin = Math.ceil(atMin + step.awayMin + step.dryMin)
  if (durationMin <= 0) return null
  const title = `${entryTitle(step, line.recipe)}${step.awayMin > 0 ? ': away' : ' dries'}`
  const drying = asked.add(
    line,
    `d-${step.key}.${first}`,
    { kind: 'harden', title },
    { durationMin, attended: false },
  )
  asked.liesAlready(drying)
  return drying
}

/**
 * Where several do it together each of the others has a task beside it: all begin with one that takes
 * no time.
 * @param key of the task of the first of them, whose id is `own`
 */
export function addHelpers(
  asked: Asked,
  line: PlanLine,
  { hands = 1 }: Entry,
  {
    key,
    own,
    title,
    durationMin,
  }: { key: string; own: string; title: string; durationMin: number },
): void {
  if (hands === 1) return
  const naming = (role: string) => ({ kind: 'step', title: `${title}, ${role}` }) as const
  const together = asked.add(line, `t-${key}`, naming('all of them'), {
    durationMin: 0,
    attended: false,
  })
  asked.lag(together, own, 0, 0)
  for (let helper = 2; helper <= hands; helper++)
    asked.lag(
      together,
      asked.add(line, `t-${key}.${helper}`, naming('helping'), { durationMin, attended: true }),
      0,
      0,
    )
}

/** It is away so long, as with the post, before anything else is done with it. */
function addAway(
  asked: Asked,
  line: PlanLine,
  step: Entry,
  { first }: Range,
  from: string,
): string {
  if (step.awayMin <= 0) return from
  const title = `${entryTitle(step, line.recipe)}: away`
  const away = asked.add(
    line,
    `w-${step.key}.${first}`,
    { kind: 'harden', title },
    { durationMin: Math.ceil(step.awayMin), attended: false },
  )
  asked.lag(from, away)
  return away
}

/** The work on a layer before the next is poured, once it is as hard as the work and the joint ask. */
export function prepareLayer(
  asked: Asked,
  line: PlanLine,
  index: number,
  curing: Stage[],
): Stage[] {
  const begun = begunFrom(line, index)
  const [poured, open] = [true, false].map((isPoured) =>
    curing.flatMap((stage) =>
      rangesOf(numbersOf(stage).filter((number) => begun.has(number) === isPoured)).map(
        (range): Stage => ({ ...stage, ...range }),
      ),
    ),
  ) as [Stage[], Stage[]]
  if (open.length === 0) return curing
  const steps = asked.courseOf(line.recipe).before[index] ?? []
  const hardening = hardeningOf(asked, line, index - 1, open)
  let before = open
  for (const step of steps) {
    const hard = hardening(nextOf(step, line))
    before = goThrough(asked, line, step, { ranges: before, before, hard, layer: index - 1 })
  }
  const joint = {
    key: `j${index}`,
    title: line.recipe.layers[index]?.name ?? '',
    waitsFor: joinWait(asked, line, index),
  }
  return [...poured, ...before, ...hardening(joint)]
}

/** Demoulding and finishing, each after its own milestone. */
export function finish(asked: Asked, line: PlanLine, curing: Stage[]): Stage[] {
  if (curing.length === 0) return []
  const last = line.recipe.layers.length - 1
  const hardening = hardeningOf(asked, line, last, curing)
  let before = curing
  for (const step of asked.courseOf(line.recipe).after) {
    const hard = hardening(nextOf(step, line))
    const isOut = (stage: Stage) =>
      step.demoulds && numbersOf(stage).every((number) => line.demoulded.has(number))
    const left = before.filter((stage) => !isOut(stage))
    const on = { ranges: left, before, hard, layer: last }
    if (left.length > 0) before = [...before.filter(isOut), ...goThrough(asked, line, step, on)]
  }
  return before.map((stage) => addDrying(asked, line, stage))
}

/** Somebody has to come at the hour at which it bends where that is not sure for longer, minutes. */
const BEND_MIN = 120

/**
 * What is to be bent is bent before it is too hard for that. Where it may be too hard in the warmth
 * before it is surely firm in the cold, it is done as soon as it is: the witness then has the last
 * word.
 */
function bendInTime(
  asked: Asked,
  line: PlanLine,
  index: number,
  step: Entry,
  stages: readonly Stage[],
): void {
  if (step.waitsFor !== 'bendFrom' || openingOf(asked, line, index) === null) return
  const layer = line.recipe.layers[index]
  const closesOf = (pot: PlanPot | null): number =>
    Math.max(
      waitOf(asked, layer, 'bendTo', pot).notBeforeMin,
      waitOf(asked, layer, 'bendFrom', pot).surelyByMin + BEND_MIN,
    )
  const pour = asked.courseOf(line.recipe).work[index]?.pouring.at(-1)
  for (const stage of stages) {
    for (const earlier of pour ? asked.doneOn(line, pour.key, stage) : [])
      asked.lag(earlier.leave, stage.enter, 0, closesOf(null))
    for (const pot of asked.potsOf(line, index))
      if (pot.pouredMin !== null && overlap({ first: pot.firstPiece, pieces: pot.pieces }, stage))
        asked.startsAt(stage.enter, 0, Math.max(0, Math.floor(pot.pouredMin + closesOf(pot))))
  }
}

/** What the last step left dries before a piece is ready. */
function addDrying(asked: Asked, line: PlanLine, stage: Stage): Stage {
  const { first, pieces, leave, dryMin = 0 } = stage
  if (dryMin <= 0) return stage
  const drying = asked.add(
    line,
    `d.${first}`,
    { kind: 'harden', title: `${asked.titleOf(leave)} dries` },
    { durationMin: Math.ceil(dryMin), attended: false },
  )
  asked.lag(leave, drying)
  return { first, pieces, enter: drying, leave: drying }
}

/** What an entry must come after, and within, are windows from each task of the other on its pieces. */
export function keepTimes(asked: Asked, line: PlanLine): void {
  for (const entry of line.recipe.course)
    for (const later of asked.doneOn(line, entry.key, { first: 1, pieces: line.quantity })) {
      if (later.isBegun) continue
      const inside = later.insideMin ?? 0
      const between = ({ afterMin = 0 }: Stage, minutes: number) =>
        Math.max(0, minutes - inside - afterMin)
      for (const { of, mostMin } of entry.within) {
        for (const earlier of asked.doneOn(line, of, later))
          asked.lag(earlier.leave, later.enter, 0, Math.floor(between(earlier, mostMin)))
        for (const atMin of asked.pastOn(line, of, later))
          asked.startsAt(later.enter, 0, Math.max(0, Math.floor(atMin + mostMin - inside)))
      }
      for (const { of, leastMin } of entry.after) {
        for (const earlier of asked.doneOn(line, of, later))
          asked.lag(earlier.leave, later.enter, Math.ceil(between(earlier, leastMin)))
        for (const atMin of asked.pastOn(line, of, later))
          asked.startsAt(later.enter, Math.max(0, Math.ceil(atMin + leastMin - inside)))
      }
    }
}

/** Forms and level places that an entry keeps until another gives them back. */
export function keepPlaces(asked: Asked, line: PlanLine): void {
  for (const entry of line.recipe.course)
    for (const [i, keep] of entry.keeps.entries())
      for (const stage of asked.doneOn(line, entry.key, { first: 1, pieces: line.quantity })) {
        const { first, pieces, leave } = stage
        const untilTask = asked.lastOn(line, keep.until, stage)
        if (keep.what === 'form') {
          const form = keep.mouldId === null ? null : mouldId.of(keep.mouldId)
          // A form that was removed since is nobody's to hold.
          if (form !== null && asked.options.workroom.moulds.some(({ id }) => id === form))
            asked.hold(stage.enter, { id: form, count: pieces }, untilTask)
          continue
        }
        const lying = asked.add(
          line,
          `l${i}-${entry.key}.${first}`,
          { kind: 'harden', title: `lies after ${entryTitle(entry, line.recipe)}` },
          {
            durationMin: 0,
            attended: false,
            place: {
              kind: 'rack',
              areaCm2: line.recipe.footprintCm2 * pieces,
              untilTask,
            },
          },
        )
        asked.lag(leave, lying, 0, 0)
      }
}
