import { MINUTES_PER_DAY } from '../units'
import type { Scene } from './sceneOf'

/** Minutes of one run are real numbers; so close together they are the same. */
export const SAME_MIN = 1e-6

/** Who comes to which shift in one run. The shifts come again after the horizon. */
export interface Attendance {
  /** Draws anew who comes. */
  begin: () => void
  /** The first minute from `at` on at which a maker can do something within one shift. */
  first: (maker: number, at: number, lastsMin: number, staysOnMin: number) => number
  /** Whether something that begins at `at` lies within one shift of a maker. */
  keeps: (maker: number, at: number, lastsMin: number, staysOnMin: number) => boolean
  /** The starts of a maker's shifts within a day from `at` on. */
  startsWithinADay: (maker: number, at: number) => number[]
}

export function attendance(
  { makers, horizonMin }: Pick<Scene, 'makers' | 'horizonMin'>,
  absencePct: number,
  random: () => number,
): Attendance {
  /** By maker and shift, as far as it was asked for in this run. */
  const comes: boolean[][] = makers.map(() => [])
  const isThere = (maker: number, shift: number): boolean => {
    if (absencePct <= 0) return true
    const own = comes[maker]!
    while (own.length <= shift) own.push(random() * 100 >= absencePct)
    return own[shift]!
  }
  /** The first shift that does not surely end before a minute. */
  const shiftAt = (maker: number, minute: number): number => {
    const { latestEnd } = makers[maker]!
    const last = latestEnd.at(-1) ?? 0
    const rounds = Math.max(0, Math.floor((minute - last) / horizonMin))
    const left = minute - rounds * horizonMin
    let [low, high] = [0, latestEnd.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (latestEnd[middle]! < left - SAME_MIN) low = middle + 1
      else high = middle
    }
    return rounds * latestEnd.length + low
  }
  const startOf = (maker: number, shift: number): number => {
    const { shifts } = makers[maker]!
    return shifts[shift % shifts.length]![0] + Math.floor(shift / shifts.length) * horizonMin
  }
  const endOf = (maker: number, shift: number): number => {
    const { shifts } = makers[maker]!
    return shifts[shift % shifts.length]![1] + Math.floor(shift / shifts.length) * horizonMin
  }
  return {
    begin() {
      for (const own of comes) own.length = 0
    },
    first(maker, at, lastsMin, staysOnMin) {
      for (let i = shiftAt(maker, at + lastsMin - staysOnMin); ; i++) {
        const begins = Math.max(at, startOf(maker, i))
        if (begins + lastsMin <= endOf(maker, i) + staysOnMin + SAME_MIN && isThere(maker, i))
          return begins
      }
    },
    keeps(maker, at, lastsMin, staysOnMin) {
      for (let i = shiftAt(maker, at + lastsMin - staysOnMin); ; i++) {
        if (startOf(maker, i) > at + SAME_MIN) return false
        if (at + lastsMin <= endOf(maker, i) + staysOnMin + SAME_MIN && isThere(maker, i))
          return true
      }
    },
    startsWithinADay(maker, at) {
      const starts: number[] = []
      for (let i = shiftAt(maker, at); startOf(maker, i) <= at + MINUTES_PER_DAY + SAME_MIN; i++)
        if (startOf(maker, i) > at) starts.push(startOf(maker, i))
      return starts
    },
  }
}
