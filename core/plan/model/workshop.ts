import type { Model, ModelTask, Spot } from './model'
import { Hands, Shared, Single } from './timeline'

/** Not placed, or nobody and nowhere. */
export const NONE = -1

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
  /** Until when each placed task holds its mould. */
  private readonly heldUntil: Int32Array

  /**
   * @param leastHoldMin by task: its mould is held at least so long, because of the waits until it
   * is given back
   */
  constructor(
    private readonly model: Model,
    private readonly leastHoldMin: Float64Array,
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
  }

  /** Becomes like another workshop of the same model. */
  copyFrom(other: Workshop): void {
    this.start.set(other.start)
    this.maker.set(other.maker)
    this.spot.set(other.spot)
    this.heldUntil.set(other.heldUntil)
    for (let i = 0; i < this.hands.length; i++)
      (this.hands[i] as Hands).copyFrom(other.hands[i] as Hands)
    for (let i = 0; i < this.stations.length; i++)
      (this.stations[i] as Single).copyFrom(other.stations[i] as Single)
    for (let i = 0; i < this.places.length; i++)
      (this.places[i] as Shared).copyFrom(other.places[i] as Shared)
    for (let i = 0; i < this.moulds.length; i++)
      (this.moulds[i] as Shared).copyFrom(other.moulds[i] as Shared)
    for (let i = 0; i < this.dusty.length; i++) {
      ;(this.dusty[i] as Shared).copyFrom(other.dusty[i] as Shared)
      ;(this.wet[i] as Shared).copyFrom(other.wet[i] as Shared)
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
      this.handsFrom[m] = (this.hands[makers[m] as number] as Hands).earliestFit(
        minute,
        task.duration,
        this.foundStart,
      )
    for (let s = 0; s < spots.length; s++) {
      const spot = spots[s] as Spot
      // Neither the spot nor the hands alone can be had sooner than together.
      const spotFrom = this.fit(task, minute, spot, NONE)
      for (let m = task.attended ? 0 : NONE; m < makers.length; m++) {
        const maker = m < 0 ? NONE : (makers[m] as number)
        const from = m < 0 ? spotFrom : Math.max(spotFrom, this.handsFrom[m] as number)
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
      if (maker !== NONE) start = (this.hands[maker] as Hands).earliestFit(start, duration, before)
      if (spot.station !== NONE)
        start = (this.stations[spot.station] as Single).earliestFit(start, duration, before)
      if (spot.place !== NONE)
        start = (this.places[spot.place] as Shared).earliestFit(
          start,
          duration,
          task.areaCm2,
          before,
        )
      if (mould !== null)
        start = (this.moulds[mould.index] as Shared).earliestFit(
          start,
          this.holdOf(task, start),
          mould.count,
          before,
        )
      if (spot.room !== NONE) {
        if (task.dust)
          start = (this.wet[spot.room] as Shared).earliestFit(start, duration, 1, before)
        if (task.openWet)
          start = (this.dusty[spot.room] as Shared).earliestFit(start, duration, 1, before)
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
    const until = this.start[mould.until] as number
    if (until === NONE) return Math.max(task.duration, this.leastHoldMin[task.index] as number)
    return Math.max(
      task.duration,
      until + (this.model.tasks[mould.until] as ModelTask).duration - start,
    )
  }

  put(index: number, start: number, maker: number, spot: number): void {
    const task = this.model.tasks[index] as ModelTask
    this.start[index] = start
    this.maker[index] = maker
    this.spot[index] = spot
    const end = start + task.duration
    const at = task.spots[spot] as Spot
    if (maker !== NONE) (this.hands[maker] as Hands).take(start, end)
    if (at.station !== NONE) (this.stations[at.station] as Single).take(start, end)
    if (at.place !== NONE) (this.places[at.place] as Shared).take(start, end, task.areaCm2)
    if (at.room !== NONE && task.dust) (this.dusty[at.room] as Shared).take(start, end, 1)
    if (at.room !== NONE && task.openWet) (this.wet[at.room] as Shared).take(start, end, 1)
    if (task.mould !== null) this.hold(task, start)
    this.stretchHolds(task)
  }

  remove(index: number): void {
    const task = this.model.tasks[index] as ModelTask
    const start = this.start[index] as number
    if (start === NONE) return
    const end = start + task.duration
    const at = task.spots[this.spot[index] as number] as Spot
    const maker = this.maker[index] as number
    if (maker !== NONE) (this.hands[maker] as Hands).giveBack(start, end)
    if (at.station !== NONE) (this.stations[at.station] as Single).giveBack(start, end)
    if (at.place !== NONE) (this.places[at.place] as Shared).take(start, end, -task.areaCm2)
    if (at.room !== NONE && task.dust) (this.dusty[at.room] as Shared).take(start, end, -1)
    if (at.room !== NONE && task.openWet) (this.wet[at.room] as Shared).take(start, end, -1)
    if (task.mould !== null)
      (this.moulds[task.mould.index] as Shared).take(
        start,
        this.heldUntil[index] as number,
        -task.mould.count,
      )
    this.start[index] = NONE
    this.stretchHolds(task)
  }

  private hold(task: ModelTask, start: number): void {
    const mould = task.mould as NonNullable<ModelTask['mould']>
    const until = start + this.holdOf(task, start)
    this.heldUntil[task.index] = until
    ;(this.moulds[mould.index] as Shared).take(start, until, mould.count)
  }

  /** Moulds that wait for this task are held longer, or shorter, once it moves. */
  private stretchHolds(until: ModelTask): void {
    const holders = this.model.holders[until.index] as number[]
    for (let i = 0; i < holders.length; i++) {
      const index = holders[i] as number
      const start = this.start[index] as number
      const holder = this.model.tasks[index] as ModelTask
      if (start === NONE || holder.mould === null || index === until.index) continue
      ;(this.moulds[holder.mould.index] as Shared).take(
        start,
        this.heldUntil[index] as number,
        -holder.mould.count,
      )
      this.hold(holder, start)
    }
  }

  /**
   * Finds a task whose mould is now held across somebody else's hold.
   * @param until the task that was just placed
   * @returns the task, with the minute it would have to start at in `foundStart`; or `NONE`
   */
  mouldClash(until: ModelTask): number {
    const holders = this.model.holders[until.index] as number[]
    for (let i = 0; i < holders.length; i++) {
      const index = holders[i] as number
      const start = this.start[index] as number
      const { mould } = this.model.tasks[index] as ModelTask
      if (start === NONE || mould === null) continue
      const moulds = this.moulds[mould.index] as Shared
      const held = this.heldUntil[index] as number
      if (!moulds.isOver(start, held)) continue
      moulds.take(start, held, -mould.count)
      this.foundStart = moulds.earliestFit(start, held - start, mould.count, Infinity)
      moulds.take(start, held, mould.count)
      if (this.foundStart > start) return index
    }
    return NONE
  }

  /**
   * The tasks placed so far that a task could not lie beside in [from, to): they use its only
   * hands, station, place, mould or air.
   */
  isInTheWay(other: number, task: ModelTask, from: number, to: number): boolean {
    const start = this.start[other] as number
    if (start >= to || start === NONE || other === task.index) return false
    const one = this.model.tasks[other] as ModelTask
    if (
      start + one.duration <= from &&
      (one.mould === null || (this.heldUntil[other] as number) <= from)
    )
      return false
    if (task.mould !== null && one.mould !== null && task.mould.index === one.mould.index)
      return true
    if (start + one.duration <= from) return false
    const maker = this.maker[other] as number
    if (maker !== NONE && task.makers.includes(maker)) return true
    const at = one.spots[this.spot[other] as number] as Spot
    for (let i = 0; i < task.spots.length; i++) {
      const own = task.spots[i] as Spot
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
