import { entryTitle } from '../recipe'
import { type Entry, numbersOf, overlap, rangesOf, type Range } from '../trade'
import { layerAt, potsAt, type AtLayer, type AtLine } from './at'
import { joinWait, openingOf } from './joints'
import { begunFrom } from './begunFrom'
import { hardeningOf, nextOf, waitOf } from './onRack'
import { mouldId } from './ids'
import type { PlanPot, Reported } from './planLine'
import { chunks, type Stage } from './stages'
import { inTurn, openAndOver, type ReportedRange } from './reported'

/** Pieces that come to a step: which, what came before it, and what it waits for besides. */
interface Coming {
  ranges: readonly Range[]
  before: readonly Stage[]
  hard?: readonly Stage[]
  /** The layer of theirs that was poured last; null before the first. */
  poured?: AtLayer | null
}

/**
 * Takes pieces through a step, in as many goes as it takes; what it leaves dries, or is away. What
 * hands have reported as done is done.
 * @returns the pieces as they go on
 */
export function goThrough(
  at: AtLine,
  step: Entry,
  { ranges, before, hard = [], poured = null }: Coming,
): Stage[] {
  const { open, over } = openAndOver(at, step, ranges)
  const goes = open.flatMap((range) => chunks(range, step).map((go) => addGo(at, step, range, go)))
  // What has begun waits for nothing any more, whatever has not been told.
  at.draft.follow(
    [...before, ...hard],
    goes.filter(({ isBegun }) => !isBegun),
  )
  if (poured) bendInTime(poured, step, goes)
  return [...goes, ...over.flatMap((range) => leaveDone(at, step, range, before))]
}

/** One go of a step; what has been begun goes on for what is left of it. */
function addGo(
  at: AtLine,
  step: Entry,
  { reported }: ReportedRange,
  { first, pieces, minutes }: Range & { minutes: number },
): Stage {
  const { draft, line } = at
  const title = entryTitle(step, line.recipe)
  const key = `${step.key}.${first}`
  const isBegun = reported?.kind === 'begun'
  const durationMin = isBegun ? Math.max(1, Math.ceil(minutes + reported.atMin)) : minutes
  const does = { ...inTurn(step.key), first, pieces, asks: step.asks }
  const id = draft.add(
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
  if (isBegun) draft.isInHandsOf(id, reported.maker)
  if (reported?.untilMin) draft.startsAt(id, Math.max(0, Math.ceil(reported.untilMin)))
  addHelpers(at, step, { key, own: id, title, durationMin })
  const leave = addAway(at, step, { first, pieces }, id)
  const stage = { first, pieces, enter: id, leave, dryMin: step.dryMin, isBegun }
  draft.note(line, step, stage)
  return stage
}

/** What is done is planned no more; what it left goes on drying, or is still away. */
function leaveDone(
  at: AtLine,
  step: Entry,
  range: Range & { reported: Reported },
  before: readonly Stage[],
): Stage[] {
  const drying = addRestOfDrying(at, step, range)
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
  { draft, line }: AtLine,
  step: Entry,
  { first, pieces, reported: { kind, atMin } }: Range & { reported: Reported },
): string | null {
  if (kind === 'skipped') return null
  draft.notePast(line, step, { first, pieces, atMin })
  const durationMin = Math.ceil(atMin + step.awayMin + step.dryMin)
  if (durationMin <= 0) return null
  const title = `${entryTitle(step, line.recipe)}${step.awayMin > 0 ? ': away' : ' dries'}`
  const drying = draft.add(
    line,
    `d-${step.key}.${first}`,
    { kind: 'harden', title },
    { durationMin, attended: false },
  )
  draft.liesAlready(drying)
  return drying
}

/**
 * Where several do it together each of the others has a task beside it: all begin with one that takes
 * no time.
 * @param key of the task of the first of them, whose id is `own`
 */
export function addHelpers(
  { draft, line }: AtLine,
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
  const together = draft.add(line, `t-${key}`, naming('all of them'), {
    durationMin: 0,
    attended: false,
  })
  draft.lag(together, own, 0, 0)
  for (let helper = 2; helper <= hands; helper++)
    draft.lag(
      together,
      draft.add(line, `t-${key}.${helper}`, naming('helping'), { durationMin, attended: true }),
      0,
      0,
    )
}

/** It is away so long, as with the post, before anything else is done with it. */
function addAway({ draft, line }: AtLine, step: Entry, { first }: Range, from: string): string {
  if (step.awayMin <= 0) return from
  const title = `${entryTitle(step, line.recipe)}: away`
  const away = draft.add(
    line,
    `w-${step.key}.${first}`,
    { kind: 'harden', title },
    { durationMin: Math.ceil(step.awayMin), attended: false },
  )
  draft.lag(from, away)
  return away
}

/** The work on a layer before the next is poured, once it is as hard as the work and the joint ask. */
export function prepareLayer(at: AtLayer, curing: Stage[]): Stage[] {
  const { draft, line, layer, index } = at
  const below = layerAt(at, index - 1)
  const begun = begunFrom(line, index)
  const [poured, open] = [true, false].map((isPoured) =>
    curing.flatMap((stage) =>
      rangesOf(numbersOf(stage).filter((number) => begun.has(number) === isPoured)).map(
        (range): Stage => ({ ...stage, ...range }),
      ),
    ),
  ) as [Stage[], Stage[]]
  if (open.length === 0) return curing
  const steps = draft.courseOf(line.recipe).before[index] ?? []
  const hardening = hardeningOf(below, open)
  let before = open
  for (const step of steps) {
    const hard = hardening(nextOf(step, line))
    before = goThrough(at, step, { ranges: before, before, hard, poured: below })
  }
  const joint = {
    key: `j${index}`,
    title: layer.name,
    waitsFor: joinWait(at, index),
  }
  return [...poured, ...before, ...hardening(joint)]
}

/** Demoulding and finishing, each after its own milestone. */
export function finish(at: AtLine, curing: Stage[]): Stage[] {
  if (curing.length === 0) return []
  const { draft, line } = at
  const last = layerAt(at, line.recipe.layers.length - 1)
  const hardening = hardeningOf(last, curing)
  let before = curing
  for (const step of draft.courseOf(line.recipe).after) {
    const hard = hardening(nextOf(step, line))
    const isOut = (stage: Stage) =>
      step.demoulds && numbersOf(stage).every((number) => line.demoulded.has(number))
    const left = before.filter((stage) => !isOut(stage))
    const on = { ranges: left, before, hard, poured: last }
    if (left.length > 0) before = [...before.filter(isOut), ...goThrough(at, step, on)]
  }
  return before.map((stage) => addDrying(at, stage))
}

/** Somebody has to come at the hour at which it bends where that is not sure for longer, minutes. */
const BEND_MIN = 120

/**
 * What is to be bent is bent before it is too hard for that. Where it may be too hard in the warmth
 * before it is surely firm in the cold, it is done as soon as it is: the witness then has the last
 * word.
 */
function bendInTime(at: AtLayer, step: Entry, stages: readonly Stage[]): void {
  if (step.waitsFor !== 'bendFrom' || openingOf(at) === null) return
  const { draft, line, index } = at
  const closesOf = (pot: PlanPot | null): number =>
    Math.max(
      waitOf(at, 'bendTo', pot).notBeforeMin,
      waitOf(at, 'bendFrom', pot).surelyByMin + BEND_MIN,
    )
  const pour = draft.courseOf(line.recipe).work[index]?.pouring.at(-1)
  for (const stage of stages) {
    for (const earlier of pour ? draft.doneOn(line, pour.key, stage) : [])
      draft.lag(earlier.leave, stage.enter, 0, closesOf(null))
    for (const pot of potsAt(at))
      if (pot.pouredMin !== null && overlap({ first: pot.firstPiece, pieces: pot.pieces }, stage))
        draft.startsAt(stage.enter, 0, Math.max(0, Math.floor(pot.pouredMin + closesOf(pot))))
  }
}

/** What the last step left dries before a piece is ready. */
function addDrying({ draft, line }: AtLine, stage: Stage): Stage {
  const { first, pieces, leave, dryMin = 0 } = stage
  if (dryMin <= 0) return stage
  const drying = draft.add(
    line,
    `d.${first}`,
    { kind: 'harden', title: `${draft.titleOf(leave)} dries` },
    { durationMin: Math.ceil(dryMin), attended: false },
  )
  draft.lag(leave, drying)
  return { first, pieces, enter: drying, leave: drying }
}

/** What an entry must come after, and within, are windows from each task of the other on its pieces. */
export function keepTimes({ draft, line }: AtLine): void {
  for (const entry of line.recipe.course)
    for (const later of draft.doneOn(line, entry.key, { first: 1, pieces: line.quantity })) {
      if (later.isBegun) continue
      const inside = later.insideMin ?? 0
      const between = ({ afterMin = 0 }: Stage, minutes: number) =>
        Math.max(0, minutes - inside - afterMin)
      for (const { of, mostMin } of entry.within) {
        for (const earlier of draft.doneOn(line, of, later))
          draft.lag(earlier.leave, later.enter, 0, Math.floor(between(earlier, mostMin)))
        for (const atMin of draft.pastOn(line, of, later))
          draft.startsAt(later.enter, 0, Math.max(0, Math.floor(atMin + mostMin - inside)))
      }
      for (const { of, leastMin } of entry.after) {
        for (const earlier of draft.doneOn(line, of, later))
          draft.lag(earlier.leave, later.enter, Math.ceil(between(earlier, leastMin)))
        for (const atMin of draft.pastOn(line, of, later))
          draft.startsAt(later.enter, Math.max(0, Math.ceil(atMin + leastMin - inside)))
      }
    }
}

/** Forms and level places that an entry keeps until another gives them back. */
export function keepPlaces({ draft, line }: AtLine): void {
  for (const entry of line.recipe.course)
    for (const [i, keep] of entry.keeps.entries())
      for (const stage of draft.doneOn(line, entry.key, { first: 1, pieces: line.quantity })) {
        const { first, pieces, leave } = stage
        const untilTask = draft.lastOn(line, keep.until, stage)
        if (keep.what === 'form') {
          const form = keep.mouldId === null ? null : mouldId.of(keep.mouldId)
          // A form that was removed since is nobody's to hold.
          if (form !== null && draft.options.workroom.moulds.some(({ id }) => id === form))
            draft.hold(stage.enter, { id: form, count: pieces }, untilTask)
          continue
        }
        const lying = draft.add(
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
        draft.lag(leave, lying, 0, 0)
      }
}
