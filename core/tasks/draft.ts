import type { PlanLag, PlanTask } from '../plan'
import { courseParts, type CourseParts } from '../recipe'
import { type Entry, type Layer, type Recipe, type Resin, overlap, type Range } from '../trade'
import { makersFor, skillFor } from './hands'
import { makerId, type MakerId } from './ids'
import { partJobs } from './partJobs'
import type {
  LostVisit,
  Part,
  PlanLine,
  PlanOptions,
  PlanQuestion,
  TaskKind,
  TaskMeaning,
  TaskWork,
} from './planLine'
import { type Stage } from './stages'
import { CLOCK, jobOf } from './taskNames'

/** The tasks of a pot's mix, with the pour that was planned last from it. */
export interface Mixing {
  mix: string
  /** What the pours come after: its rest, or the mix itself where that holds it. */
  rest: string
  /** So much of the rest is in the mix's own task, since its maker stays with it. */
  restedMin: number
  lastPour: string | null
}

/** What a new task says of itself beside its work. */
interface Naming {
  kind: TaskKind
  title: string
  potId?: number | null
  /** Only this person does it. */
  personId?: number | null
  /** What hands tell of it. */
  does?: TaskWork
}

/** A plan request as it is put together, line by line. */
export class Draft {
  readonly parts = new Map<string, Part>()
  readonly lost: LostVisit[] = []
  readonly mixes = new Map<number, Mixing>()
  usesBox = false
  /** When the last of what lies in the heated box already is done. */
  heatedUntilMin = 0
  private readonly tasks: PlanTask[] = []
  private readonly byId = new Map<string, PlanTask>()
  private readonly lags: PlanLag[] = []
  private readonly meaning = new Map<string, TaskMeaning>()
  /** By mould: how many hold something that is poured. */
  private readonly held = new Map<string, number>()
  private readonly underWay = new Set<string>()
  private readonly inHands = new Map<string, MakerId>()
  /** By line and entry: when it was done to some pieces, for what follows within a time. */
  private readonly past = new Map<string, (Range & { atMin: number })[]>()
  private readonly courses = new Map<Recipe, CourseParts>()
  /** By line and entry: the tasks that do it, for what follows within a time or until then. */
  private readonly done = new Map<string, Stage[]>()
  /** What lies on when its own task has ended, since what follows lies there too. */
  private readonly goesOnLying = new Set<string>()

  constructor(readonly options: PlanOptions) {
    this.put({ id: CLOCK, job: CLOCK, durationMin: options.horizonMin, attended: false })
  }

  question(): PlanQuestion {
    const { options, meaning } = this
    const { stations, places, moulds } = options.workroom
    const { jobs, jobByTask } = partJobs(options.lines, this.parts, this.lags)
    return {
      meaning,
      parts: this.parts,
      lost: this.lost,
      underWay: this.underWay,
      inHands: this.inHands,
      request: {
        horizonMin: options.horizonMin,
        makers: makersFor(options.workroom, namesPeople(options.lines)),
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

  put(task: PlanTask): void {
    this.tasks.push(task)
    this.byId.set(task.id, task)
  }

  add(
    line: PlanLine,
    key: string,
    { kind, title, potId = null, personId = null, does }: Naming,
    task: Omit<PlanTask, 'id' | 'job'>,
  ): string {
    const id = `${jobOf(line)}.${key}`
    const owner = potId !== null && kind === 'mix' && this.isShared(potId) ? null : line.owner
    this.put({
      id,
      job: jobOf(line),
      ...task,
      ...(task.attended && {
        skill: skillFor(task.skill ?? null, { owner, personId }, this.options.workroom),
      }),
    })
    this.meaning.set(id, { lineId: line.id, potId, kind, title, ...(does && { does }) })
    return id
  }

  /** Whether a pot serves orders of several. */
  private isShared(potId: number): boolean {
    const owners = this.options.lines.flatMap((line) =>
      line.pots.some((pot) => pot.id === potId) ? [line.owner] : [],
    )
    return new Set(owners).size > 1
  }

  titleOf = (task: string): string => this.meaning.get(task)?.title ?? 'it'

  courseOf(recipe: Recipe): CourseParts {
    const known = this.courses.get(recipe) ?? courseParts(withoutOptional(recipe))
    this.courses.set(recipe, known)
    return known
  }

  resinOf(layer: Layer): Resin {
    const resin = this.options.resins.get(layer.resinId)
    if (!resin) throw new Error(`layer ${layer.id} has no resin`)
    return resin
  }

  lag(from: string, to: string, minMin = 0, maxMin: number | null = null): void {
    this.lags.push({ from, to, minMin, maxMin })
  }

  /** Fixes the start of a task on the plan's clock. */
  startsAt(task: string, minute: number, latest: number | null = null): void {
    const { horizonMin } = this.options
    this.lag(CLOCK, task, minute - horizonMin, latest === null ? null : latest - horizonMin)
  }

  /** What the plan begins with: it is under way, and nothing comes before it. */
  liesAlready(task: string): void {
    this.startsAt(task, 0, 0)
    this.underWay.add(task)
  }

  /** Somebody has it in hands. */
  isInHandsOf(task: string, maker: MakerId): void {
    this.inHands.set(task, maker)
  }

  follow(before: readonly Stage[], stages: Stage[]): Stage[] {
    for (const stage of stages)
      for (const earlier of before)
        if (overlap(earlier, stage)) {
          this.lagAfter(earlier, stage.enter)
          this.lift(earlier, stage.enter)
        }
    return stages
  }

  lagAfter({ leave, beside, dryMin = 0 }: Stage, next: string): void {
    this.lag(leave, next, Math.ceil(dryMin))
    for (const other of beside ?? []) this.lag(other, next)
  }

  /**
   * What lies keeps its place until somebody takes it from there; in the heated box only as long as
   * that is warm, since it is as good as full while it stands cold.
   */
  lift({ lies }: Stage, next: string): void {
    const place = lies === undefined ? null : this.byId.get(lies)?.place
    if (place && place.kind !== 'box' && !this.goesOnLying.has(lies ?? '')) place.untilTask = next
  }

  /** What lies goes on lying as another task, which then has the place. */
  liesOn(stage: Stage, next: string): void {
    this.lag(stage.lies ?? stage.leave, next)
    this.lift(stage, next)
    if (stage.lies !== undefined) this.goesOnLying.add(stage.lies)
  }

  note(line: PlanLine, entry: Entry, stage: Stage): void {
    const key = `${line.id} ${entry.key}`
    this.done.set(key, [...(this.done.get(key) ?? []), stage])
  }

  /** An entry has been done to some pieces, at a minute of the plan's clock. */
  notePast(line: PlanLine, entry: Entry, range: Range & { atMin: number }): void {
    const key = `${line.id} ${entry.key}`
    this.past.set(key, [...(this.past.get(key) ?? []), range])
  }

  /** When an entry was done to some pieces. */
  pastOn(line: PlanLine, entryKey: string, range: Range): number[] {
    return (this.past.get(`${line.id} ${entryKey}`) ?? [])
      .filter((one) => overlap(one, range))
      .map(({ atMin }) => atMin)
  }

  /** The tasks that do an entry on some of its pieces. */
  doneOn(line: PlanLine, entryKey: string, range: Range): Stage[] {
    return (this.done.get(`${line.id} ${entryKey}`) ?? []).filter((stage) => overlap(stage, range))
  }

  /** The last of them: what is held until an entry is held until that. */
  lastOn(line: PlanLine, entryKey: string, range: Range): string | null {
    return this.doneOn(line, entryKey, range).at(-1)?.leave ?? null
  }

  /** A task holds copies of a mould or form, to its own end as long as nothing else is said. */
  hold(task: string, mould: NonNullable<PlanTask['mould']>, untilTask: string | null): void {
    const own = this.byId.get(task)
    if (own) own.mould = { ...mould, untilTask: untilTask ?? task }
  }

  /** What is poured lies in so many moulds already. */
  holdsAlready(mould: string, pieces: number): void {
    this.held.set(mould, (this.held.get(mould) ?? 0) + pieces)
  }

  /** Whether anybody who does it is there for so long, from a minute of the plan's clock until another. */
  isAnybodyThere(
    { skill, personId }: Pick<Entry, 'skill' | 'personId'>,
    { fromMin, toMin, durationMin }: { fromMin: number; toMin: number; durationMin: number },
  ): boolean {
    return this.options.workroom.makers.some(
      ({ id, skills, shifts }) =>
        (personId === null || id === makerId.of(personId)) &&
        (skill === null || skills.includes(skill)) &&
        shifts.some(([from, to]) => Math.max(from, fromMin) + durationMin <= to && from <= toMin),
    )
  }
}

/** What turns out to be needed or not is told at the bench, and planned for nobody. */
const withoutOptional = ({ layers, course }: Recipe): Pick<Recipe, 'layers' | 'course'> => ({
  layers,
  course: course.filter(({ isOptional, kind }) => !isOptional || kind === 'mix' || kind === 'pour'),
})

const namesPeople = (lines: readonly PlanLine[]): boolean =>
  lines.some(({ recipe }) => recipe.course.some(({ personId }) => personId !== null))
