import { nextInShift } from './calendar'
import type { Model, ModelTask, Spot } from './model'
import { Profile } from './profile'
import { earliestForHands } from './windows'

/** Where and when a task lies, and who does it. */
export interface Placement {
  task: number
  start: number
  maker: number | null
  spot: Spot
}

/** What is taken of hands, stations, places, moulds and clean air while a plan is being made. */
export class Workshop {
  private readonly makers: Profile[]
  private readonly stations: Profile[]
  private readonly places: Profile[]
  private readonly moulds: Profile[]
  private readonly dusty = new Map<string, Profile>()
  private readonly wet = new Map<string, Profile>()
  private readonly placed: (Placement | null)[]
  /** Until when each placed task holds its mould. */
  private readonly heldUntil: number[]

  constructor(private readonly model: Model) {
    const { request } = model
    this.makers = request.makers.map(() => new Profile(1))
    this.stations = request.stations.map(() => new Profile(1))
    this.places = request.places.map((place) => new Profile(place.areaCm2))
    this.moulds = request.moulds.map((mould) => new Profile(mould.count))
    for (const { room } of [...request.stations, ...request.places]) {
      this.dusty.set(room, new Profile(1))
      this.wet.set(room, new Profile(1))
    }
    this.placed = model.tasks.map(() => null)
    this.heldUntil = model.tasks.map(() => 0)
  }

  placementOf(task: number): Placement | null {
    return this.placed[task] ?? null
  }

  startOf(task: number): number | null {
    return this.placed[task]?.start ?? null
  }

  /**
   * The earliest placement of a task from a minute on, over all spots and makers that could take it.
   * @returns null when nothing is left that fits before the horizon
   */
  earliest(task: ModelTask, minute: number): Placement | null {
    let best: Placement | null = null
    const hands: (number | null)[] = task.attended ? task.makers : [null]
    const from = earliestForHands(this.model, task, minute)
    for (const spot of task.spots) {
      for (const maker of hands) {
        const before: number = best ? best.start : this.model.horizon - task.duration + 1
        const start = this.fit(task, from, spot, maker, before)
        if (start < before) best = { task: task.index, start, maker, spot }
        if (start === from) return best
      }
    }
    return best
  }

  /** Pushes a start on past every obstacle in turn until none is left; gives up at `before`. */
  private fit(task: ModelTask, minute: number, spot: Spot, maker: number | null, before: number): number {
    const { duration } = task
    let start = minute
    for (let settled = false; !settled && start < before; ) {
      const tried = start
      if (maker !== null) {
        start = nextInShift(this.model.shifts[maker] ?? [], start, duration)
        start = this.makers[maker]?.earliestFit(start, duration, 1) ?? Infinity
      }
      if (spot.station !== null) start = this.stations[spot.station]?.earliestFit(start, duration, 1) ?? Infinity
      if (spot.place !== null) start = this.places[spot.place]?.earliestFit(start, duration, task.areaCm2) ?? Infinity
      if (task.mould) start = this.moulds[task.mould.index]?.earliestFit(start, this.holdOf(task, start), task.mould.count) ?? Infinity
      if (spot.room !== null && task.dust) start = this.wet.get(spot.room)?.earliestFit(start, duration, 1) ?? Infinity
      if (spot.room !== null && task.openWet) start = this.dusty.get(spot.room)?.earliestFit(start, duration, 1) ?? Infinity
      settled = start === tried
    }
    return start
  }

  /** How long a task starting then would hold its mould, as far as is known yet. */
  private holdOf(task: ModelTask, start: number): number {
    const until = task.mould ? this.placed[task.mould.until] : null
    const released = until ? until.start + (this.model.tasks[until.task]?.duration ?? 0) : 0
    return Math.max(task.duration, released - start)
  }

  put(placement: Placement): void {
    const task = this.model.tasks[placement.task] as ModelTask
    this.placed[task.index] = placement
    this.take(task, placement, 1)
    if (task.mould) {
      this.heldUntil[task.index] = placement.start + this.holdOf(task, placement.start)
      this.moulds[task.mould.index]?.add(placement.start, this.heldUntil[task.index] as number, task.mould.count)
    }
    this.stretchHolds(task)
  }

  remove(index: number): void {
    const placement = this.placed[index]
    const task = this.model.tasks[index] as ModelTask
    if (!placement) return
    this.take(task, placement, -1)
    if (task.mould) this.moulds[task.mould.index]?.add(placement.start, this.heldUntil[index] as number, -task.mould.count)
    this.placed[index] = null
    this.stretchHolds(task)
  }

  private take(task: ModelTask, { start, maker, spot }: Placement, sign: 1 | -1): void {
    const end = start + task.duration
    if (maker !== null) this.makers[maker]?.add(start, end, sign)
    if (spot.station !== null) this.stations[spot.station]?.add(start, end, sign)
    if (spot.place !== null) this.places[spot.place]?.add(start, end, sign * task.areaCm2)
    if (spot.room !== null && task.dust) this.dusty.get(spot.room)?.add(start, end, sign)
    if (spot.room !== null && task.openWet) this.wet.get(spot.room)?.add(start, end, sign)
  }

  /** Moulds that wait for this task are held longer, or shorter, once it moves. */
  private stretchHolds(until: ModelTask): void {
    for (const index of this.model.holders[until.index] ?? []) {
      const placement = this.placed[index]
      const holder = this.model.tasks[index] as ModelTask
      if (!placement || !holder.mould || index === until.index) continue
      const profile = this.moulds[holder.mould.index]
      profile?.add(placement.start, this.heldUntil[index] as number, -holder.mould.count)
      this.heldUntil[index] = placement.start + this.holdOf(holder, placement.start)
      profile?.add(placement.start, this.heldUntil[index] as number, holder.mould.count)
    }
  }

  /**
   * Finds a task whose mould is now held across somebody else's hold, and the minute it would have to start at.
   * @param until the task that was just placed
   */
  mouldClash(until: number): { task: number; start: number } | null {
    for (const index of this.model.holders[until] ?? []) {
      const placement = this.placed[index]
      const holder = this.model.tasks[index] as ModelTask
      const profile = holder.mould && this.moulds[holder.mould.index]
      if (!placement || !holder.mould || !profile) continue
      const held = (this.heldUntil[index] as number) - placement.start
      profile.add(placement.start, placement.start + held, -holder.mould.count)
      const start = profile.earliestFit(placement.start, held, holder.mould.count)
      profile.add(placement.start, placement.start + held, holder.mould.count)
      if (start > placement.start) return { task: index, start }
    }
    return null
  }
}
