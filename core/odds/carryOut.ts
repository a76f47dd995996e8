import { MINUTES_PER_DAY } from '../units'
import { attendance, SAME_MIN } from './attendance'
import { normalNumbers } from '../normal'
import { returnsOf } from './returns'
import type { Link, Scene, Store } from './sceneOf'
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
  const links = inRows(scene.links)
  const store = ({ capacity, most }: Store) => returnsOf(capacity, most)
  const places = scene.places.map(store)
  const moulds = scene.moulds.map(store)
  /** By task: what gives its mould back with it, and what it lifts, besides itself. */
  const givesBack = others(scene.until, scene.mould)
  const lifts = others(scene.liesUntil, scene.place)
  /** By task: what it begins that is somebody's. */
  const aheadOfHands = scene.ahead.map((ahead) => ahead.filter((y) => maker[y]! >= 0))
  const staysFor = (i: number) => (scene.windowsInto[i]!.length > 0 ? staysOnMin : 0)

  /** The first minute at which all that a task waits for is there, looking at what has been taken. */
  function readyFor(i: number, from: number): number {
    let at = Math.max(from, scene.release[i]!)
    for (let k = links.first[i]!; k < links.first[i + 1]!; k++) {
      const task = links.task[k]!
      if (done[task] === 1 && end[task]! + links.minMin[k]! > at) at = end[task]! + links.minMin[k]!
    }
    if (maker[i]! >= 0) at = Math.max(at, makerEnd[maker[i]!]!)
    if (station[i]! >= 0) at = Math.max(at, stationEnd[station[i]!]!)
    if (dustRoom[i]! >= 0) at = Math.max(at, wetEnd[dustRoom[i]!]!)
    if (wetRoom[i]! >= 0) at = Math.max(at, dustEnd[wetRoom[i]!]!)
    const [place, mould] = [scene.place[i]!, scene.mould[i]!]
    for (;;) {
      const before = at
      if (place >= 0) at = places[place]!.roomFrom(scene.areaCm2[i]!, at)
      if (mould >= 0) at = moulds[mould]!.roomFrom(scene.mouldCount[i]!, at)
      if (at === before) return at
    }
  }

  /** What a task that ends takes until then, and what others gave back with it. */
  function settle(i: number): void {
    const [place, mould, until] = [scene.place[i]!, scene.mould[i]!, scene.until[i]!]
    const lifting = scene.liesUntil[i]!
    if (place >= 0) {
      const own = places[place]!
      if (lifting === i) own.lend(scene.areaCm2[i]!, end[i]!)
      else if (done[lifting]) own.lend(scene.areaCm2[i]!, Math.max(end[i]!, start[lifting]!))
      else own.hold(scene.areaCm2[i]!)
    }
    if (mould >= 0) {
      const own = moulds[mould]!
      if (done[until]) own.lend(scene.mouldCount[i]!, Math.max(end[i]!, end[until]!))
      else own.hold(scene.mouldCount[i]!)
    }
    for (const user of givesBack[i]!)
      if (done[user])
        moulds[scene.mould[user]!]!.release(scene.mouldCount[user]!, Math.max(end[user]!, end[i]!))
    for (const lying of lifts[i]!)
      if (done[lying])
        places[scene.place[lying]!]!.release(
          scene.areaCm2[lying]!,
          Math.max(end[lying]!, start[i]!),
        )
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
    const ahead = aheadOfHands[i]!
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
    for (const list of [done, makerEnd, stationEnd, dustEnd, wetEnd]) list.fill(0)
    for (const one of places) one.clear()
    for (const one of moulds) one.clear()
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
      raise(makerEnd, maker[i]!, until)
      raise(stationEnd, station[i]!, until)
      raise(dustEnd, dustRoom[i]!, until)
      raise(wetEnd, wetRoom[i]!, until)
      settle(i)
    }
    return { start, end }
  }
}

/** By task: the others that hold something until it. @param held by task, -1 for nothing */
function others(until: Int32Array, held: Int32Array): number[][] {
  const lists: number[][] = Array.from(until, () => [])
  until.forEach((task, i) => {
    if (held[i]! >= 0 && task !== i) lists[task]!.push(i)
  })
  return lists
}

function raise(list: Float64Array, key: number, to: number): void {
  if (key >= 0 && list[key]! < to) list[key] = to
}

/** The lags into each task, one after the other, where they are read fastest. */
function inRows(links: readonly Link[][]) {
  const first = new Int32Array(links.length + 1)
  links.forEach((own, i) => (first[i + 1] = first[i]! + own.length))
  const all = links.flat()
  return {
    first,
    task: Int32Array.from(all, ({ task }) => task),
    minMin: Float64Array.from(all, ({ minMin }) => minMin),
  }
}
