import type { Model, ModelTask, Spot } from './model'
import { Hands, Shared, Single } from './timeline'

/** Not placed, or nobody and nowhere. */
export const NONE = -1

/** Least minutes from a task's start for which its mould is held, and its place kept, by task. */
export interface LeastHolds {
  mouldMin: Float64Array
  placeMin: Float64Array
}

/** Nothing is known of how long anything is held. */
export const noHolds = ({ tasks }: Model): LeastHolds => ({
  mouldMin: new Float64Array(tasks.length),
  placeMin: new Float64Array(tasks.length),
})

/** What is taken of hands, stations, places, moulds and clean air while a plan is being made. */
export class Workshop {
  /** By task; `NONE` while it is not placed. */
  readonly start: Int32Array
  /** By task: the maker, `NONE` where it needs none. */
  readonly maker: Int32Array
  /** By task: which of its spots. */
  readonly spot: Int32Array
  /** The answer of `find`. */
  foundStart = Infinity
  foundMaker = NONE
  foundSpot = 0
  /** How often `find` was asked: the measure of work that is the same on every machine. */
  finds = 0

  private readonly hands: Hands[]
  /** Scratch: the earliest start by each maker of a task. */
  private readonly handsFrom: Float64Array
  private readonly stations: Single[]
  private readonly places: Shared[]
  private readonly moulds: Shared[]
  private readonly dusty: Shared[]
  private readonly wet: Shared[]
  /** Until when each placed task holds its mould, and keeps its place. */
  private readonly heldUntil: Int32Array
  private readonly liesUntil: Int32Array

  /**
   * @param least by task: its mould is held, and its place kept, at least so long, because of the
   * waits until they are given back
   */
  constructor(
    private readonly model: Model,
    private readonly least: LeastHolds,
  ) {
    const { request } = model
    this.hands = model.shiftMinutes.map((shifts) => new Hands(shifts))
    this.handsFrom = new Float64Array(request.makers.length)
    this.stations = request.stations.map(() => new Single())
    this.places = request.places.map((place) => new Shared(place.areaCm2))
    this.moulds = request.moulds.map((mould) => new Shared(mould.count))
    this.dusty = model.rooms.map(() => new Shared(1))
    this.wet = model.rooms.map(() => new Shared(1))
    this.start = new Int32Array(model.tasks.length).fill(NONE)
    this.maker = new Int32Array(model.tasks.length).fill(NONE)
    this.spot = new Int32Array(model.tasks.length)
    this.heldUntil = new Int32Array(model.tasks.length)
    this.liesUntil = new Int32Array(model.tasks.length)
  }

  /** Becomes like another workshop of the same model. */
  copyFrom(other: Workshop): void {
    this.start.set(other.start)
    this.maker.set(other.maker)
    this.spot.set(other.spot)
    this.heldUntil.set(other.heldUntil)
    this.liesUntil.set(other.liesUntil)
    for (let i = 0; i < this.hands.length; i++) this.hands[i]!.copyFrom(other.hands[i]!)
    for (let i = 0; i < this.stations.length; i++) this.stations[i]!.copyFrom(other.stations[i]!)
    for (let i = 0; i < this.places.length; i++) this.places[i]!.copyFrom(other.places[i]!)
    for (let i = 0; i < this.moulds.length; i++) this.moulds[i]!.copyFrom(other.moulds[i]!)
    for (let i = 0; i < this.dusty.length; i++) {
      this.dusty[i]!.copyFrom(other.dusty[i]!)
      this.wet[i]!.copyFrom(other.wet[i]!)
    }
  }

  /**
   * Looks for the earliest placement of a task from a minute on, over all spots and makers that
   * could take it.
   * @returns whether there is one before the horizon; it then stands in `foundStart`,
   *   `foundMaker`, `foundSpot`
   */
  find(task: ModelTask, minute: number): boolean {
    const { spots, makers } = task
    const lastStart = this.model.horizon - task.duration
    this.finds++
    this.foundStart = lastStart + 1
    for (let m = 0; m < makers.length; m++)
      this.handsFrom[m] = this.hands[makers[m]!]!.earliestFit(
        minute,
        task.duration,
        this.foundStart,
      )
    for (let s = 0; s < spots.length; s++) {
      const spot = spots[s]!
      // Neither the spot nor the hands alone can be had sooner than together.
      const spotFrom = this.fit(task, minute, spot, NONE)
      for (let m = task.attended ? 0 : NONE; m < makers.length; m++) {
        const maker = m < 0 ? NONE : makers[m]!
        const from = m < 0 ? spotFrom : Math.max(spotFrom, this.handsFrom[m]!)
        if (from >= this.foundStart) {
          if (m < 0) break
          continue
        }
        const start = m < 0 ? from : this.fit(task, from, spot, maker)
        if (start < this.foundStart) {
          this.foundStart = start
          this.foundMaker = maker
          this.foundSpot = s
          if (start === minute) return true
        }
        if (m < 0) break
      }
    }
    return this.foundStart <= lastStart
  }

  /**
   * Pushes a start on past every obstacle in turn until none is left; gives up where something
   * better is known.
   */
  private fit(task: ModelTask, minute: number, spot: Spot, maker: number): number {
    const { duration, mould } = task
    const before = this.foundStart
    let start = minute
    for (;;) {
      const tried = start
      if (maker !== NONE) start = this.hands[maker]!.earliestFit(start, duration, before)
      if (spot.station !== NONE)
        start = this.stations[spot.station]!.earliestFit(start, duration, before)
      if (spot.place !== NONE)
        start = this.places[spot.place]!.earliestFit(
          start,
          this.lieOf(task, start),
          task.areaCm2,
          before,
        )
      if (mould !== null)
        start = this.moulds[mould.index]!.earliestFit(
          start,
          this.holdOf(task, start),
          mould.count,
          before,
        )
      if (spot.room !== NONE) {
        if (task.dust) start = this.wet[spot.room]!.earliestFit(start, duration, 1, before)
        if (task.openWet) start = this.dusty[spot.room]!.earliestFit(start, duration, 1, before)
      }
      if (start === tried || start >= before) return start
    }
  }

  /** Whether a task can lie exactly there, as far as hands, station, place, mould and air go. */
  fitsAt(task: ModelTask, start: number, maker: number, spot: number): boolean {
    const at = task.spots[spot]
    if (at === undefined || start + task.duration > this.model.horizon) return false
    this.foundStart = Infinity
    return this.fit(task, start, at, maker) === start
  }

  /** How long a task starting then would hold its mould, as far as is known yet. */
  private holdOf(task: ModelTask, start: number): number {
    const mould = task.mould as NonNullable<ModelTask['mould']>
    const until = this.start[mould.until]!
    if (until === NONE) return Math.max(task.duration, this.least.mouldMin[task.index]!)
    return Math.max(task.duration, until + this.model.tasks[mould.until]!.duration - start)
  }

  /** How long a task starting then would keep its place, as far as is known yet. */
  private lieOf({ index, duration, liesUntil }: ModelTask, start: number): number {
    if (liesUntil === index) return duration
    const lifted = this.start[liesUntil]!
    if (lifted === NONE) return Math.max(duration, this.least.placeMin[index]!)
    return Math.max(duration, lifted - start)
  }

  put(index: number, start: number, maker: number, spot: number): void {
    const task = this.model.tasks[index]!
    this.start[index] = start
    this.maker[index] = maker
    this.spot[index] = spot
    const end = start + task.duration
    const at = task.spots[spot]!
    if (maker !== NONE) this.hands[maker]!.take(start, end)
    if (at.station !== NONE) this.stations[at.station]!.take(start, end)
    if (at.place !== NONE) this.lie(task, start, at.place)
    if (at.room !== NONE && task.dust) this.dusty[at.room]!.take(start, end, 1)
    if (at.room !== NONE && task.openWet) this.wet[at.room]!.take(start, end, 1)
    if (task.mould !== null) this.hold(task, start)
    this.stretchHolds(task)
  }

  remove(index: number): void {
    const task = this.model.tasks[index]!
    const start = this.start[index]!
    if (start === NONE) return
    const end = start + task.duration
    const at = task.spots[this.spot[index]!]!
    const maker = this.maker[index]!
    if (maker !== NONE) this.hands[maker]!.giveBack(start, end)
    if (at.station !== NONE) this.stations[at.station]!.giveBack(start, end)
    if (at.place !== NONE) this.places[at.place]!.take(start, this.liesUntil[index]!, -task.areaCm2)
    if (at.room !== NONE && task.dust) this.dusty[at.room]!.take(start, end, -1)
    if (at.room !== NONE && task.openWet) this.wet[at.room]!.take(start, end, -1)
    if (task.mould !== null)
      this.moulds[task.mould.index]!.take(start, this.heldUntil[index]!, -task.mould.count)
    this.start[index] = NONE
    this.stretchHolds(task)
  }

  private hold(task: ModelTask, start: number): void {
    const mould = task.mould as NonNullable<ModelTask['mould']>
    const until = start + this.holdOf(task, start)
    this.heldUntil[task.index] = until
    this.moulds[mould.index]!.take(start, until, mould.count)
  }

  private lie(task: ModelTask, start: number, place: number): void {
    const until = start + this.lieOf(task, start)
    this.liesUntil[task.index] = until
    this.places[place]!.take(start, until, task.areaCm2)
  }

  /** The place that a placed task keeps until another begins; `NONE` where its own end frees it. */
  private keptPlace(task: ModelTask): number {
    return task.liesUntil === task.index ? NONE : task.spots[this.spot[task.index]!]!.place
  }

  /** Moulds and places that wait for this task are held longer, or shorter, once it moves. */
  private stretchHolds(until: ModelTask): void {
    const holders = this.model.holders[until.index]!
    for (let i = 0; i < holders.length; i++) {
      const index = holders[i]!
      const start = this.start[index]!
      const holder = this.model.tasks[index]!
      if (start === NONE) continue
      if (holder.mould?.until === until.index) {
        this.moulds[holder.mould.index]!.take(start, this.heldUntil[index]!, -holder.mould.count)
        this.hold(holder, start)
      }
      const place = holder.liesUntil === until.index ? this.keptPlace(holder) : NONE
      if (place !== NONE) {
        this.places[place]!.take(start, this.liesUntil[index]!, -holder.areaCm2)
        this.lie(holder, start, place)
      }
    }
  }

  /**
   * Finds a task whose mould is now held, or whose place kept, across somebody else's hold.
   * @param until the task that was just placed
   * @returns the task, with the minute it would have to start at in `foundStart`; or `NONE`
   */
  holdClash(until: ModelTask): number {
    const holders = this.model.holders[until.index]!
    for (let i = 0; i < holders.length; i++) {
      const index = holders[i]!
      const start = this.start[index]!
      if (start === NONE) continue
      const task = this.model.tasks[index]!
      const place = this.keptPlace(task)
      this.foundStart = start
      if (task.mould !== null)
        this.foundStart = freeFrom(
          this.moulds[task.mould.index]!,
          start,
          this.heldUntil[index]!,
          task.mould.count,
        )
      if (place !== NONE && this.foundStart === start)
        this.foundStart = freeFrom(this.places[place]!, start, this.liesUntil[index]!, task.areaCm2)
      if (this.foundStart > start) return index
    }
    return NONE
  }

  /**
   * The tasks placed so far that a task could not lie beside in [from, to): they use its only
   * hands, station, place, mould or air.
   */
  isInTheWay(other: number, task: ModelTask, from: number, to: number): boolean {
    const start = this.start[other]!
    if (start >= to || start === NONE || other === task.index) return false
    const one = this.model.tasks[other]!
    const kept = this.keptPlace(one)
    const isOver = start + one.duration <= from
    const holds = one.mould !== null && this.heldUntil[other]! > from
    const lies = kept !== NONE && this.liesUntil[other]! > from
    if (isOver && !holds && !lies) return false
    if (task.mould !== null && one.mould !== null && task.mould.index === one.mould.index)
      return true
    if (lies && task.spots.some(({ place }) => place === kept)) return true
    if (isOver) return false
    const maker = this.maker[other]!
    if (maker !== NONE && task.makers.includes(maker)) return true
    const at = one.spots[this.spot[other]!]!
    for (let i = 0; i < task.spots.length; i++) {
      const own = task.spots[i]!
      if (own.station !== NONE && own.station === at.station) return true
      if (own.place !== NONE && own.place === at.place) return true
      if (
        own.room !== NONE &&
        own.room === at.room &&
        ((task.dust && one.openWet) || (task.openWet && one.dust))
      )
        return true
    }
    return false
  }
}

/**
 * From when on something could be held so long, were it not held already.
 * @returns `start` where nobody else's hold is crossed
 */
function freeFrom(shared: Shared, start: number, until: number, amount: number): number {
  if (!shared.isOver(start, until)) return start
  shared.take(start, until, -amount)
  const free = shared.earliestFit(start, until - start, amount, Infinity)
  shared.take(start, until, amount)
  return free
}
