import { SAME_MIN } from './attendance'

/**
 * What is given back to a place or a mould, and when, in the order in which it is; what nobody gives
 * back yet is held.
 */
export interface Returns {
  clear: () => void
  /** So much is taken, and it is not known when it is given back. */
  hold: (amount: number) => void
  /** So much of what was held is given back at a minute. */
  release: (amount: number, backMin: number) => void
  /** So much is taken, and given back at a minute. */
  lend: (amount: number, backMin: number) => void
  /** The first minute from `from` on at which there is room for so much; `from` where none is known. */
  roomFrom: (wanted: number, from: number) => number
}

/**
 * @param capacity of the place or the mould
 * @param most how many take of it in all
 */
export function returnsOf(capacity: number, most: number): Returns {
  const backs = new Float64Array(most)
  const amounts = new Float64Array(most)
  let known = 0
  let held = 0
  const lend = (amount: number, backMin: number) => {
    // Nearly all come back later than those before them, so the place is found from the end.
    let at = known++
    for (; at > 0 && backs[at - 1]! > backMin; at--) {
      backs[at] = backs[at - 1]!
      amounts[at] = amounts[at - 1]!
    }
    backs[at] = backMin
    amounts[at] = amount
  }
  return {
    lend,
    clear() {
      known = 0
      held = 0
    },
    hold(amount) {
      held += amount
    },
    release(amount, backMin) {
      held -= amount
      lend(amount, backMin)
    },
    roomFrom(wanted, from) {
      const left = capacity - wanted + SAME_MIN
      let used = held
      if (used > left) return from
      // From the last to come back on: the first too many must be back before there is room.
      for (let at = known - 1; at >= 0 && backs[at]! > from + SAME_MIN; at--) {
        used += amounts[at]!
        if (used > left) return backs[at]!
      }
      return from
    },
  }
}
