import { LIMIT_TOLERANCE } from '../result'

/** How much of something is in use over time: a step function that tasks add to and are taken from. */
export class Profile {
  /** Where the use changes; the first entry is −Infinity so that every minute has a segment. */
  private readonly times: number[] = [-Infinity]
  private readonly used: number[] = [0]

  constructor(readonly capacity: number) {}

  private segmentAt(minute: number): number {
    const { times } = this
    let low = 0
    let high = times.length
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if ((times[middle] as number) <= minute) low = middle
      else high = middle
    }
    return low
  }

  private cut(minute: number): number {
    const at = this.segmentAt(minute)
    if (this.times[at] === minute) return at
    this.times.splice(at + 1, 0, minute)
    this.used.splice(at + 1, 0, this.used[at] as number)
    return at + 1
  }

  /** Adds an amount over [from, to); a negative amount takes an earlier one back. */
  add(from: number, to: number, amount: number): void {
    if (to <= from) return
    const first = this.cut(from)
    const last = this.cut(to)
    for (let i = first; i < last; i++) this.used[i] = (this.used[i] as number) + amount
    for (const edge of [last, first]) {
      if (edge > 0 && this.used[edge] === this.used[edge - 1]) {
        this.times.splice(edge, 1)
        this.used.splice(edge, 1)
      }
    }
  }

  /**
   * The earliest start at or after a minute from which `amount` more stays within the capacity for `duration`.
   * @returns the minute, or Infinity when it never fits
   */
  earliestFit(minute: number, duration: number, amount: number): number {
    if (duration <= 0) return minute
    const most = this.capacity - amount + LIMIT_TOLERANCE
    let start = minute
    for (let i = this.segmentAt(minute); i < this.times.length; i++) {
      const until = this.times[i + 1] ?? Infinity
      if ((this.used[i] as number) > most) start = until
      else if (until >= start + duration) return start
    }
    return Infinity
  }
}
