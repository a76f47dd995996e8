import { MINUTES_PER_DAY } from '../units'
import { attendance, SAME_MIN } from './attendance'
import { normalNumbers } from './normal'
import type { Scene, Store } from './sceneOf'
import type { Chance } from './types'

/** When everything really begins and ends in one run. */
export interface Run {
  start: Float64Array
  end: Float64Array
}

/**
 * Carries a plan out, again and again: each call is another run. What comes before what, on what is
 * shared too, stays the plan's; every task is taken in the plan's order and begins as soon as what
 * it waits for is there.
 * @param random the stream that all runs draw from
 * @returns runs one run; what it answers with is written over by the next
 */
export function carryOut(scene: Scene, chance: Chance, random: () => number): () => Run {
  const { tasks, maker, station, dustRoom, wetRoom } = scene
  const staysOnMin = chance.staysOnMin ?? 0
  const normal = normalNumbers(random)
  const present = attendance(scene, chance.absencePct ?? 0, random)
  const start = new Float64Array(tasks)
  const end = new Float64Array(tasks)
  const lasts = new Float64Array(tasks)
  const done = new Uint8Array(tasks)
  /** The latest end so far, by maker, by station, and of what makes dust or lies open by room. */
  const makerEnd = new Float64Array(scene.makers.length)
  const stationEnd = new Float64Array(scene.stations)
  const dustEnd = new Float64Array(scene.rooms)
  const wetEnd = new Float64Array(scene.rooms)
  /** How many of its tasks have been taken, by place and by mould. */
  const inPlace = new Int32Array(scene.places.length)
  const inMould = new Int32Array(scene.moulds.length)
  const staysFor = (i: number) => (scene.windowsInto[i]!.length > 0 ? staysOnMin : 0)

  /**
   * The first minute from `from` on at which a store has room for what somebody wants of it beside
   * those that have taken theirs already.
   */
  function roomIn(
    { capacity, users }: Store,
    taken: number,
    wanted: number,
    from: number,
    amountOf: Float64Array,
    backAt: (user: number) => number,
  ): number {
    const left = capacity - wanted + SAME_MIN
    let used = 0
    let never = 0
    for (let k = 0; k < taken; k++) {
      const back = backAt(users[k]!)
      if (back === Infinity) never += amountOf[users[k]!]!
      if (back > from + SAME_MIN) used += amountOf[users[k]!]!
    }
    if (used <= left || never > left) return from
    const lying: number[] = []
    for (let k = 0; k < taken; k++) if (backAt(users[k]!) > from + SAME_MIN) lying.push(users[k]!)
    lying.sort((x, y) => backAt(x) - backAt(y))
    for (const user of lying) {
      used -= amountOf[user]!
      if (used <= left) return backAt(user)
    }
    return from
  }
  const leaves = (user: number) => end[user]!
  /** What waits for a task that has not been taken yet is not given back at all. */
  const givesBack = (user: number) => {
    const until = scene.until[user]!
    if (until === user) return end[user]!
    return done[until] ? Math.max(end[user]!, end[until]!) : Infinity
  }

  /** The first minute at which all that a task waits for is there, looking at what has been taken. */
  function readyFor(i: number, from: number): number {
    let at = Math.max(from, scene.release[i]!)
    for (const { task, minMin } of scene.links[i]!)
      if (done[task]) at = Math.max(at, end[task]! + minMin)
    if (maker[i]! >= 0) at = Math.max(at, makerEnd[maker[i]!]!)
    if (station[i]! >= 0) at = Math.max(at, stationEnd[station[i]!]!)
    if (dustRoom[i]! >= 0) at = Math.max(at, wetEnd[dustRoom[i]!]!)
    if (wetRoom[i]! >= 0) at = Math.max(at, dustEnd[wetRoom[i]!]!)
    const [place, mould] = [scene.place[i]!, scene.mould[i]!]
    for (;;) {
      const before = at
      if (place >= 0)
        at = roomIn(
          scene.places[place]!,
          inPlace[place]!,
          scene.areaCm2[i]!,
          at,
          scene.areaCm2,
          leaves,
        )
      if (mould >= 0)
        at = roomIn(
          scene.moulds[mould]!,
          inMould[mould]!,
          scene.mouldCount[i]!,
          at,
          scene.mouldCount,
          givesBack,
        )
      if (at === before) return at
    }
  }

  /** Not before its time, but where what opened its window came sooner. */
  function timeOf(i: number): number {
    let at = scene.start[i]!
    for (const { from, plannedMin } of scene.windowsInto[i]!)
      at = Math.min(at, end[from]! + plannedMin)
    return at
  }

  /**
   * The first minute from `at` on at which there are hands for a task and for what it begins; nobody
   * waits a whole day for the latter.
   */
  function handsFor(i: number, at: number): number {
    const own = maker[i]!
    const alone = own >= 0 ? present.first(own, at, lasts[i]!, staysFor(i)) : at
    const ahead = scene.ahead[i]!.filter((y) => maker[y]! >= 0)
    if (ahead.length === 0) return alone
    const after = (y: number) => scene.start[y]! - scene.start[i]!
    const planned = (y: number) => scene.end[y]! - scene.start[y]!
    const suits = (minute: number) =>
      (own < 0 || present.keeps(own, minute, lasts[i]!, staysFor(i))) &&
      ahead.every((y) => present.keeps(maker[y]!, minute + after(y), planned(y), staysOnMin))
    if (suits(alone)) return alone
    const starts = [
      ...(own >= 0 ? present.startsWithinADay(own, alone) : []),
      ...ahead.flatMap((y) =>
        present.startsWithinADay(maker[y]!, alone + after(y)).map((minute) => minute - after(y)),
      ),
    ].sort((x, y) => x - y)
    return (
      starts.find((minute) => minute <= alone + MINUTES_PER_DAY + SAME_MIN && suits(minute)) ??
      alone
    )
  }

  return () => {
    present.begin()
    for (const list of [done, inPlace, inMould, makerEnd, stationEnd, dustEnd, wetEnd]) list.fill(0)
    for (let i = 0; i < tasks; i++) {
      const planned = scene.end[i]! - scene.start[i]!
      const deviation = scene.deviation[i]!
      const drawn =
        deviation > 0 ? planned * Math.exp(deviation * normal() + scene.shift[i]!) : planned
      lasts[i] = maker[i]! >= 0 ? Math.min(drawn, scene.makers[maker[i]!]!.longestMin) : drawn
    }
    for (const i of scene.order) {
      let at = readyFor(i, timeOf(i))
      for (const y of scene.ahead[i]!)
        at = Math.max(at, readyFor(y, -Infinity) - (scene.start[y]! - scene.start[i]!))
      at = handsFor(i, at)
      const until = at + lasts[i]!
      start[i] = at
      end[i] = until
      done[i] = 1
      const raise = (list: Float64Array, key: number) => {
        if (key >= 0) list[key] = Math.max(list[key]!, until)
      }
      raise(makerEnd, maker[i]!)
      raise(stationEnd, station[i]!)
      raise(dustEnd, dustRoom[i]!)
      raise(wetEnd, wetRoom[i]!)
      if (scene.place[i]! >= 0) inPlace[scene.place[i]!] = inPlace[scene.place[i]!]! + 1
      if (scene.mould[i]! >= 0) inMould[scene.mould[i]!] = inMould[scene.mould[i]!]! + 1
    }
    return { start, end }
  }
}
