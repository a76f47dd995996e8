import { elementAt } from '../elementAt'
import type { PlanLag, PlanTask } from '../plan'
import { boxWait, firstWait, isWorthHeating } from './boxCure'
import { cureWait } from './cureWait'
import { makersFor, skillFor } from './hands'
import { mayBeSandedAfter } from './mayBeSanded'
import { partJobs } from './partJobs'
import type {
  HeatedBox,
  Part,
  PlanLine,
  PlanOptions,
  PlanPot,
  PlanQuestion,
  TaskKind,
  TaskMeaning,
} from './planLine'
import {
  chunks,
  LONGEST_STINT_MIN,
  numbersOf,
  overlap,
  rangeOf,
  rangesOf,
  type Stint,
} from './stints'
import { BOX, CLOCK, coldBoxOf, jobOf, keyOf } from './taskNames'
import { courseParts, entryTitle, passTimes, type CourseParts } from '../recipe'
import {
  POURING,
  SANDING,
  type Entry,
  type Layer,
  type Milestone,
  type Recipe,
  type Resin,
} from '../trade'
import { mouldId } from './ids'

/** A poured piece is on its rack within these minutes. */
const TO_RACK_MIN = 10
/** A cup that may be poured stands no longer than this, minutes; a starting value. */
const STANDS_MIN = 10
/** Carrying a pot's pieces into the heated box; a starting value. */
const TO_BOX_MIN = 2
/** How late a heat pass may come, minutes. */
const HEAT_SLACK_MIN = 12

/** The tasks of a pot's mix, with the pour that was planned last from it. */
interface Mixing {
  mix: string
  rest: string
  lastPour: string | null
}

/**
 * Turns orders into the tasks, lags and resources of a plan request.
 *
 * Every line runs through its steps before the pour, its layers from the face backwards and its
 * steps after; a stage of some pieces follows the earlier stages of the same pieces, once what they
 * left has dried. Openings are taken in the cold and closings in the warmth (`cureWait`). A layer
 * follows the one below inside its tack window, or after sanding. A long cure lies on the rack, or
 * goes on in the heated box once nothing moves in it any more. The mould is held from the first
 * pour to the end of the step that demoulds.
 */
export function planRequest(options: PlanOptions): PlanQuestion {
  const builder = new Builder(options)
  for (const line of options.lines) builder.addLine(line)
  return builder.question()
}

class Builder {
  private readonly tasks: PlanTask[] = []
  private readonly lags: PlanLag[] = []
  private readonly meaning = new Map<string, TaskMeaning>()
  private readonly parts = new Map<string, Part>()
  private readonly mixes = new Map<number, Mixing>()
  /** By mould: how many hold something that is poured. */
  private readonly held = new Map<string, number>()
  private readonly underWay = new Set<string>()
  private usesBox = false
  private readonly courses = new Map<Recipe, CourseParts>()
  /** By line and entry: the tasks that do it, for what must follow within a time. */
  private readonly done = new Map<string, Stint[]>()
  /** When the last of what lies in the heated box already is done. */
  private heatedUntilMin = 0

  constructor(private readonly options: PlanOptions) {
    this.tasks.push({ id: CLOCK, job: CLOCK, durationMin: options.horizonMin, attended: false })
  }

  question(): PlanQuestion {
    if (this.usesBox) this.closeBox()
    const { options, meaning } = this
    const { stations, places, moulds } = options.workroom
    const { jobs, jobByTask } = partJobs(options.lines, this.parts, this.lags)
    return {
      meaning,
      parts: this.parts,
      underWay: this.underWay,
      request: {
        horizonMin: options.horizonMin,
        makers: makersFor(options.workroom),
        stations,
        places,
        // What is poured lies in a mould, whatever was counted.
        moulds: moulds.map(({ id, count }) => ({
          id,
          count: Math.max(count, this.held.get(id) ?? 0),
        })),
        jobs: [{ id: CLOCK, weight: 0 }, ...jobs],
        tasks: this.tasks.map((task) => ({ ...task, job: jobByTask.get(task.id) ?? task.job })),
        lags: this.lags,
        limit: { iterations: options.iterations },
        seed: options.seed,
      },
    }
  }

  addLine(line: PlanLine): void {
    const { recipe } = line
    const begun = begunFrom(line, 0)
    const fresh = rangesOf(
      numbersOf({ first: 1, pieces: line.quantity }).filter((number) => !begun.has(number)),
    )
    let before: Stint[] = []
    if (fresh.length > 0)
      for (const step of this.courseOf(recipe).before[0] ?? [])
        before = this.follow(before, this.addStep(line, step, fresh))
    recipe.layers.forEach((layer, i) => {
      if (i > 0) before = this.prepareLayer(line, i, before)
      const own = line.pots.filter((pot) => pot.layerId === layer.id && !isCovered(line, pot, i))
      const stints = own.map((pot) => this.addPot(line, layer, pot, i, before))
      before = [
        ...before.filter((earlier) => !stints.some((stint) => overlap(earlier, stint))),
        ...stints,
      ]
    })
    const last = this.addAfterSteps(
      line,
      before.filter((stint) => !numbersOf(stint).every((number) => line.good.has(number))),
    )
    for (const { leave, pieces } of last) this.parts.set(leave, { lineId: line.id, pieces })
    this.keepWithin(line)
  }

  private courseOf(recipe: Recipe): CourseParts {
    const known = this.courses.get(recipe) ?? courseParts(recipe)
    this.courses.set(recipe, known)
    return known
  }

  private note(line: PlanLine, entry: Entry, stint: Stint): void {
    const key = `${line.id} ${entry.key}`
    this.done.set(key, [...(this.done.get(key) ?? []), stint])
  }

  /** What an entry must be within is a window from each task of the other on the same pieces. */
  private keepWithin(line: PlanLine): void {
    for (const entry of line.recipe.course)
      for (const { of, mostMin } of entry.within)
        for (const later of this.done.get(`${line.id} ${entry.key}`) ?? [])
          for (const earlier of this.done.get(`${line.id} ${of}`) ?? [])
            if (overlap(earlier, later))
              this.lag(
                earlier.leave,
                later.enter,
                0,
                Math.max(0, Math.floor(mostMin - (later.insideMin ?? 0))),
              )
  }

  private add(
    line: PlanLine,
    key: string,
    kind: TaskKind,
    title: string,
    potId: number | null,
    task: Omit<PlanTask, 'id' | 'job'>,
  ): string {
    const id = `${jobOf(line)}.${key}`
    const owner = potId !== null && kind === 'mix' && this.isShared(potId) ? null : line.owner
    this.tasks.push({
      id,
      job: jobOf(line),
      ...task,
      ...(task.attended && {
        skill: skillFor(task.skill ?? null, owner, this.options.workroom),
      }),
    })
    this.meaning.set(id, { lineId: line.id, potId, kind, title })
    return id
  }

  /** Whether a pot serves orders of several. */
  private isShared(potId: number): boolean {
    const owners = this.options.lines.flatMap((line) =>
      line.pots.some((pot) => pot.id === potId) ? [line.owner] : [],
    )
    return new Set(owners).size > 1
  }

  private lag(from: string, to: string, minMin = 0, maxMin: number | null = null): void {
    this.lags.push({ from, to, minMin, maxMin })
  }

  /** Fixes the start of a task on the plan's clock. */
  private startsAt(task: string, minute: number, latest: number | null = null): void {
    const { horizonMin } = this.options
    this.lag(CLOCK, task, minute - horizonMin, latest === null ? null : latest - horizonMin)
  }

  /** What the plan begins with: it is under way, and nothing comes before it. */
  private liesAlready(task: string): void {
    this.startsAt(task, 0, 0)
    this.underWay.add(task)
  }

  private follow(before: readonly Stint[], stints: Stint[]): Stint[] {
    for (const stint of stints)
      for (const earlier of before) if (overlap(earlier, stint)) this.lagAfter(earlier, stint.enter)
    return stints
  }

  private lagAfter({ leave, beside, dryMin = 0 }: Stint, next: string): void {
    this.lag(leave, next, Math.ceil(dryMin))
    for (const other of beside ?? []) this.lag(other, next)
  }

  /** The work on a cured layer before the next is poured, once it is as hard as the work asks. */
  private prepareLayer(line: PlanLine, index: number, curing: Stint[]): Stint[] {
    const begun = begunFrom(line, index)
    const [poured, open] = [true, false].map((isPoured) =>
      curing.flatMap((stint) =>
        rangesOf(numbersOf(stint).filter((number) => begun.has(number) === isPoured)).map(
          (range): Stint => ({ ...stint, ...range }),
        ),
      ),
    ) as [Stint[], Stint[]]
    if (open.length === 0) return curing
    let before = open
    const hardening = this.hardeningOf(line, index - 1, this.openingOf(line, index - 1), open)
    for (const step of this.courseOf(line.recipe).before[index] ?? []) {
      const hard = hardening(step)
      before = this.follow([...before, ...hard], this.addStep(line, step, before))
    }
    return [...poured, ...before]
  }

  private sandsAfter(line: PlanLine, index: number): boolean {
    const next = line.recipe.layers[index + 1]
    return (
      next !== undefined &&
      (next.joins === 'sand' ||
        (this.options.paths.sandLines.has(line.id) && mayBeSandedAfter(line, index)))
    )
  }

  /** The milestone that ends a layer's cure on the rack. */
  private openingOf(line: PlanLine, index: number): Milestone {
    if (index === line.recipe.layers.length - 1) return firstWait(line.recipe)
    if (this.sandsAfter(line, index)) return 'sand'
    return line.recipe.layers[index + 1]?.joins === 'plain' ? 'demould' : 'tackFrom'
  }

  private addStep(
    line: PlanLine,
    step: Entry,
    ranges: readonly { first: number; pieces: number }[],
  ): Stint[] {
    return ranges
      .flatMap((range) => chunks(range, step))
      .map(({ first, pieces, minutes }) => {
        const id = this.add(
          line,
          `${step.key}.${first}`,
          'step',
          entryTitle(step, line.recipe),
          null,
          {
            durationMin: minutes,
            attended: true,
            skill: step.skill,
            station: step.stationKind,
            dust: step.dust,
          },
        )
        const stint = { first, pieces, enter: id, leave: id, dryMin: step.dryMin }
        this.note(line, step, stint)
        return stint
      })
  }

  private resinOf(layer: Layer | undefined): Resin {
    const resin = layer && this.options.resins.get(layer.resinId)
    if (!resin) throw new Error(`layer ${layer?.id} has no resin`)
    return resin
  }

  private wait(layer: Layer | undefined, milestone: Milestone) {
    return cureWait(
      this.resinOf(layer),
      milestone,
      this.options.workroom.range,
      this.options.rules.cureMarginPct,
    )
  }

  /** Mix, rest, pour, heat passes and the cure up to what comes next, for one pot. */
  private addPot(
    line: PlanLine,
    layer: Layer,
    pot: PlanPot,
    index: number,
    before: readonly Stint[],
  ): Stint {
    const sands = this.sandsAfter(line, index)
    const cureMin =
      this.boxTimes(line, index)?.rackMin ??
      this.reachedMin(line, index, this.openingOf(line, index))
    const rack = { kind: 'rack', areaCm2: line.recipe.footprintCm2 * pot.pieces }
    const range = rangeOf(pot)
    const mould = this.mouldOf(line, pot)

    if (pot.pouredMin !== null) {
      const left = Math.max(0, Math.ceil(pot.pouredMin + cureMin))
      const lying = this.add(
        line,
        keyOf(layer, pot, 'cure'),
        'cure',
        `${layer.name} cures`,
        pot.id,
        { durationMin: left, attended: false, place: rack, openWet: left > 0, mould },
      )
      this.liesAlready(lying)
      if (mould) this.held.set(mould.id, (this.held.get(mould.id) ?? 0) + pot.pieces)
      const cured = this.addBox(line, layer, pot, index, lying)
      return {
        ...range,
        enter: lying,
        leave: this.closeWith(line, layer, pot, cured, sands),
        lies: cured,
        beside: this.addVisits(line, layer, pot, index, null),
      }
    }
    const key = (what: string) => keyOf(layer, pot, what)
    const pourMin = Math.max(1, Math.ceil(pot.pourMin))
    const mixing = this.mixOf(line, layer, pot)
    const pouring = this.add(line, key('pour'), 'pour', `pour ${layer.name}`, pot.id, {
      durationMin: pourMin,
      attended: true,
      skill: POURING.skill,
      station: POURING.pouredAt,
      openWet: true,
      mould: index === 0 ? mould : null,
    })
    const curing = this.add(line, key('cure'), 'cure', `${layer.name} cures`, pot.id, {
      durationMin: cureMin,
      attended: false,
      place: rack,
      openWet: true,
    })
    if (mixing.lastPour) this.lag(mixing.lastPour, pouring, 0, STANDS_MIN)
    else this.lag(mixing.rest, pouring, 0, STANDS_MIN)
    this.lag(
      mixing.mix,
      pouring,
      0,
      Math.max(Math.ceil(pot.restMin), Math.floor(pot.workMin) - pourMin),
    )
    mixing.lastPour = pouring
    this.lag(pouring, curing, 0, TO_RACK_MIN)
    this.noteStretch(line, index, range, mixing.mix, pouring)
    const work = this.courseOf(line.recipe).work[index]
    const passes = work ? passTimes(work) : []
    passes.forEach((after, i) => {
      const pass = this.add(line, key(`heat${i}`), 'heat', `heat pass ${i + 1}`, pot.id, {
        durationMin: Math.ceil(this.options.rules.heatPassMin),
        attended: true,
        skill: POURING.skill,
      })
      this.lag(pouring, pass, Math.round(after), Math.round(after) + HEAT_SLACK_MIN)
    })
    for (const earlier of before) {
      if (!overlap(earlier, range)) continue
      this.lagAfter(earlier, mixing.mix)
    }
    if (index > 0) this.keepTackWindow(line, index, pot, pouring)
    const cured = this.addBox(line, layer, pot, index, curing)
    return {
      ...range,
      enter: mixing.mix,
      leave: this.closeWith(line, layer, pot, cured, sands),
      lies: cured,
      beside: this.addVisits(line, layer, pot, index, pouring),
    }
  }

  /** Mix and pours of a layer, for what must come within a time of them. */
  private noteStretch(
    line: PlanLine,
    index: number,
    range: { first: number; pieces: number },
    mix: string,
    pouring: string,
  ): void {
    const work = this.courseOf(line.recipe).work[index]
    if (!work) return
    this.note(line, work.mix, { ...range, enter: mix, leave: mix })
    let insideMin = 0
    for (const entry of work.pouring) {
      this.note(line, entry, { ...range, enter: pouring, leave: pouring, insideMin })
      insideMin += entry.pieceMin * range.pieces + entry.batchMin
    }
  }

  /** The heated box, where a layer's cure goes on in it once nothing moves any more. */
  private boxOf(line: PlanLine, index: number): HeatedBox | null {
    const heats =
      this.options.paths.boxLines.has(line.id) && isWorthHeating(this.openingOf(line, index))
    return heats ? this.options.workroom.box : null
  }

  private boxTimes(
    line: PlanLine,
    index: number,
    milestone = this.openingOf(line, index),
  ): { rackMin: number; boxMin: number } | null {
    const box = this.boxOf(line, index)
    const { range } = this.options.workroom
    return (
      box &&
      boxWait(
        this.resinOf(line.recipe.layers[index]),
        milestone,
        range,
        box,
        this.options.rules.cureMarginPct,
      )
    )
  }

  /**
   * Minutes from the pour of a layer after which a milestone is surely reached, where its cure is
   * planned.
   */
  private reachedMin(line: PlanLine, index: number, milestone: Milestone): number {
    const times = this.boxTimes(line, index, milestone)
    return times
      ? times.rackMin + times.boxMin
      : this.wait(line.recipe.layers[index], milestone).surelyByMin
  }

  /**
   * Carrying a pot's pieces into the heated box and the rest of their cure there, where it is
   * planned so. @returns the task that ends the cure
   */
  private addBox(
    line: PlanLine,
    layer: Layer,
    pot: PlanPot,
    index: number,
    curing: string,
  ): string {
    const times = this.boxTimes(line, index)
    if (!times) return curing
    this.usesBox = true
    const durationMin =
      pot.heatedUntilMin === null ? times.boxMin : Math.max(0, Math.ceil(pot.heatedUntilMin))
    const heating = this.add(
      line,
      keyOf(layer, pot, BOX),
      'cure',
      `${layer.name} cures in the warm`,
      pot.id,
      {
        durationMin,
        attended: false,
        place: { kind: 'box', areaCm2: line.recipe.footprintCm2 * pot.pieces },
      },
    )
    if (pot.heatedUntilMin !== null) {
      this.liesAlready(heating)
      this.heatedUntilMin = Math.max(this.heatedUntilMin, durationMin)
      return heating
    }
    const carrying = this.add(
      line,
      keyOf(layer, pot, 'carry'),
      'step',
      `${layer.name} into the heated box`,
      pot.id,
      { durationMin: TO_BOX_MIN, attended: true },
    )
    this.lag(curing, carrying)
    this.lag(carrying, heating, 0, TO_RACK_MIN)
    return heating
  }

  /** Between its hours a box is as good as full. It is left on for what lies in it already. */
  private closeBox(): void {
    const { horizonMin, workroom } = this.options
    const edges = [this.heatedUntilMin, ...(workroom.box?.runs ?? []).flat(), horizonMin]
    for (const { id: place, kind, areaCm2 } of workroom.places) {
      if (kind !== 'box') continue
      for (let i = 0; i < edges.length; i += 2) {
        const from = Math.max(this.heatedUntilMin, elementAt(edges, i))
        const durationMin = elementAt(edges, i + 1) - from
        if (durationMin <= 0) continue
        const cold = coldBoxOf(place, i / 2)
        this.tasks.push({
          id: cold,
          job: CLOCK,
          durationMin,
          attended: false,
          place: { kind, areaCm2 },
        })
        if (from === 0) this.liesAlready(cold)
        else this.startsAt(cold, from, from)
      }
    }
  }

  /**
   * What is done to a pot's pieces while they cure, so many minutes after the pour or as soon after
   * as there are hands.
   */
  private addVisits(
    line: PlanLine,
    layer: Layer,
    pot: PlanPot,
    index: number,
    pouring: string | null,
  ): string[] {
    return (this.courseOf(line.recipe).visits[index] ?? []).flatMap((step) =>
      step.at.flatMap((at, i) => {
        const due = pot.pouredMin === null ? at : Math.ceil(pot.pouredMin + at)
        if (due < 0) return []
        const durationMin = Math.min(
          LONGEST_STINT_MIN,
          Math.max(1, Math.ceil(step.batchMin + step.pieceMin * pot.pieces)),
        )
        const visit = this.add(
          line,
          keyOf(layer, pot, `${step.key}.${i}`),
          'step',
          step.name,
          pot.id,
          {
            durationMin,
            attended: true,
            skill: step.skill,
            station: step.stationKind,
            dust: step.dust,
          },
        )
        // What has been poured already is seen to as soon as somebody is there, even if that is
        // late.
        if (pouring === null) this.startsAt(visit, due)
        else
          this.lag(
            pouring,
            visit,
            Math.ceil(at),
            step.lateMin === null ? null : Math.ceil(at) + Math.floor(step.lateMin),
          )
        return [visit]
      }),
    )
  }

  /** The mix of a pot is planned once, with the first of its pours. */
  private mixOf(line: PlanLine, layer: Layer, pot: PlanPot): Mixing {
    const known = this.mixes.get(pot.id)
    if (known) return known
    const mix = this.add(line, keyOf(layer, pot, 'mix'), 'mix', `mix ${layer.name}`, pot.id, {
      durationMin: Math.ceil(this.options.rules.measureMin + pot.stirMin),
      attended: true,
      skill: POURING.skill,
      station: POURING.mixedAt,
    })
    const rest = this.add(line, keyOf(layer, pot, 'rest'), 'rest', `${layer.name} rests`, pot.id, {
      durationMin: Math.ceil(pot.restMin),
      attended: false,
    })
    this.lag(mix, rest, 0, 0)
    const mixing: Mixing = { mix, rest, lastPour: null }
    this.mixes.set(pot.id, mixing)
    return mixing
  }

  /** The pour must come before the layer below has dried out of its tack window. */
  private keepTackWindow(line: PlanLine, index: number, pot: PlanPot, pouring: string): void {
    const [below, own] = [line.recipe.layers[index - 1], line.recipe.layers[index]]
    if (!below || !own || own.joins === 'plain' || this.sandsAfter(line, index - 1)) return
    const closes = this.wait(below, 'tackTo').notBeforeMin
    for (const lower of line.pots.filter(
      (one) => one.layerId === below.id && overlap(rangeOf(one), rangeOf(pot)),
    )) {
      if (lower.pouredMin === null)
        this.lag(`${jobOf(line)}.${keyOf(below, lower, 'pour')}`, pouring, 0, closes)
      else this.startsAt(pouring, 0, Math.floor(lower.pouredMin + closes))
    }
  }

  /** Where the next layer goes on a sanded face, the stage is left through the sanding. */
  private closeWith(
    line: PlanLine,
    layer: Layer,
    pot: PlanPot,
    curing: string,
    sands: boolean,
  ): string {
    if (!sands) return curing
    const minutes = Math.min(LONGEST_STINT_MIN, Math.ceil(SANDING.pieceMin * pot.pieces))
    const sanding = this.add(
      line,
      keyOf(layer, pot, 'sand'),
      'sand',
      `sand and wipe ${layer.name}`,
      pot.id,
      {
        durationMin: minutes,
        attended: true,
        skill: SANDING.skill,
        station: SANDING.station,
        dust: true,
      },
    )
    this.lag(curing, sanding)
    return sanding
  }

  private mouldOf(line: PlanLine, pot: PlanPot): PlanTask['mould'] {
    const { recipe } = line
    const step = recipe.course.find((one) => one.demoulds)
    if (recipe.mouldId === null || !step || line.demoulded.has(pot.firstPiece)) return null
    const { firstPiece, pieces } = this.lastLayerPot(line, pot)
    const last = chunks({ first: firstPiece, pieces }, step).at(-1)
    return {
      id: mouldId.of(recipe.mouldId),
      count: pot.pieces,
      untilTask: `${jobOf(line)}.${step.key}.${last?.first ?? pot.firstPiece}`,
    }
  }

  private lastLayerPot(line: PlanLine, pot: PlanPot): PlanPot {
    const layer = line.recipe.layers.at(-1)
    const end = pot.firstPiece + pot.pieces - 1
    return (
      line.pots.find(
        (one) =>
          one.layerId === layer?.id && one.firstPiece <= end && end < one.firstPiece + one.pieces,
      ) ?? pot
    )
  }

  /** Demoulding and finishing, each after its own milestone. */
  private addAfterSteps(line: PlanLine, curing: Stint[]): Stint[] {
    if (curing.length === 0) return []
    let before = curing
    const hardening = this.hardeningOf(
      line,
      line.recipe.layers.length - 1,
      firstWait(line.recipe),
      curing,
    )
    for (const step of this.courseOf(line.recipe).after) {
      const hard = hardening(step)
      const isOut = (stint: Stint) =>
        step.demoulds && numbersOf(stint).every((number) => line.demoulded.has(number))
      const left = before.filter((stint) => !isOut(stint))
      if (left.length > 0)
        before = [
          ...before.filter(isOut),
          ...this.follow([...before, ...hard], this.addStep(line, step, left)),
        ]
    }
    return before.map((stint) => this.addDrying(line, stint))
  }

  /** What the last step left dries before a piece is ready. */
  private addDrying(line: PlanLine, stint: Stint): Stint {
    const { first, pieces, leave, dryMin = 0 } = stint
    if (dryMin <= 0) return stint
    const title = `${this.meaning.get(leave)?.title ?? 'it'} dries`
    const drying = this.add(line, `d.${first}`, 'harden', title, null, {
      durationMin: Math.ceil(dryMin),
      attended: false,
    })
    this.lag(leave, drying)
    return { first, pieces, enter: drying, leave: drying }
  }

  /**
   * The hardening that steps wait for after a layer's cure, each up to its own milestone. Pieces
   * harden from their pour on,
   * whatever is done to them meanwhile: one hardening follows the other, and the steps only wait
   * for theirs.
   * @param opening the milestone that the cure ends with
   * @returns for each step in turn the stints it waits for
   */
  private hardeningOf(
    line: PlanLine,
    layer: number,
    opening: Milestone,
    curing: readonly Stint[],
  ): (step: Entry) => Stint[] {
    let lying = curing
    let reached = opening
    return (step) => {
      const { waitsFor } = step
      if (
        waitsFor === null ||
        this.reachedMin(line, layer, waitsFor) <= this.reachedMin(line, layer, reached)
      )
        return []
      const from = reached
      reached = waitsFor
      lying = lying.map((stint) => this.addHardening(line, layer, stint, from, waitsFor, step))
      return [...lying]
    }
  }

  /**
   * What goes on lying from one milestone to the next: on the rack as long as it takes since the
   * pour, in the heated box no longer than it would on the rack.
   */
  private addHardening(
    line: PlanLine,
    layer: number,
    { first, pieces, lies, leave }: Stint,
    from: Milestone,
    to: Milestone,
    step: Entry,
  ): Stint {
    const kind = this.boxOf(line, layer) ? 'box' : 'rack'
    this.usesBox ||= kind === 'box'
    const poured = this.pouredMin(line, layer, { first, pieces })
    const lasts = this.reachedMin(line, layer, to) - this.reachedMin(line, layer, from)
    const leftTo = (milestone: Milestone) =>
      Math.max(0, Math.ceil(poured + this.wait(line.recipe.layers[layer], milestone).surelyByMin))
    const durationMin =
      poured === Infinity
        ? lasts
        : kind === 'box'
          ? Math.min(lasts, leftTo(to))
          : leftTo(to) - leftTo(from)
    const id = this.add(
      line,
      `h-${step.key}.${first}`,
      'harden',
      `hardens for ${entryTitle(step, line.recipe)}`,
      null,
      { durationMin, attended: false, place: { kind, areaCm2: line.recipe.footprintCm2 * pieces } },
    )
    this.lag(lies ?? leave, id)
    return { first, pieces, enter: id, leave: id }
  }

  /**
   * When the last of some pieces was poured, minutes from the plan's start; infinite while one of
   * them is not.
   */
  private pouredMin(
    line: PlanLine,
    index: number,
    pieces: { first: number; pieces: number },
  ): number {
    const layer = line.recipe.layers[index]
    const poured = line.pots
      .filter((pot) => pot.layerId === layer?.id && overlap(rangeOf(pot), pieces))
      .map((pot) => pot.pouredMin ?? Infinity)
    return poured.length === 0 ? Infinity : Math.max(...poured)
  }
}

/** Numbers of the pieces of which a layer, or one above it, is poured. */
function begunFrom({ recipe, pots }: PlanLine, index: number): Set<number> {
  const layers = new Set(recipe.layers.slice(index).map((layer) => layer.id))
  return new Set(
    pots
      .filter((pot) => pot.pouredMin !== null && layers.has(pot.layerId))
      .flatMap((pot) => numbersOf(rangeOf(pot))),
  )
}

/**
 * Whether a later layer has been poured over this pot's pieces, so that nothing waits for it any
 * more.
 */
function isCovered(line: PlanLine, pot: PlanPot, index: number): boolean {
  const later = new Set(line.recipe.layers.slice(index + 1).map((layer) => layer.id))
  return line.pots.some(
    (other) =>
      later.has(other.layerId) && other.pouredMin !== null && overlap(rangeOf(other), rangeOf(pot)),
  )
}
