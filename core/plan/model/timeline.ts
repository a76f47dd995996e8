import { LIMIT_TOLERANCE } from '../../result'

/** The first of so many sorted minutes that is greater than a minute. */
function firstAfter(minutes: Float64Array, count: number, minute: number): number {
  let low = 0
  let high = count
  while (low < high) {
    const middle = (low + high) >> 1
    if (minutes[middle]! <= minute) low = middle + 1
    else high = middle
  }
  return low
}

function twiceAsLong(minutes: Float64Array): Float64Array<ArrayBuffer> {
  const longer = new Float64Array(minutes.length * 2)
  longer.set(minutes)
  return longer
}

/** When one thing is taken that serves one task at a time. */
export class Single {
  protected from = new Float64Array(16)
  protected to = new Float64Array(16)
  protected count = 0

  copyFrom(other: Single): void {
    while (this.from.length < other.count)
      [this.from, this.to] = [twiceAsLong(this.from), twiceAsLong(this.to)]
    for (let i = 0; i < other.count; i++) {
      this.from[i] = other.from[i]!
      this.to[i] = other.to[i]!
    }
    this.count = other.count
  }

  take(from: number, to: number): void {
    if (to <= from) return
    if (this.count === this.from.length)
      [this.from, this.to] = [twiceAsLong(this.from), twiceAsLong(this.to)]
    const at = firstAfter(this.from, this.count, from)
    this.from.copyWithin(at + 1, at, this.count)
    this.to.copyWithin(at + 1, at, this.count)
    this.from[at] = from
    this.to[at] = to
    this.count++
  }

  giveBack(from: number, to: number): void {
    if (to <= from) return
    const at = firstAfter(this.from, this.count, from) - 1
    this.from.copyWithin(at, at + 1, this.count)
    this.to.copyWithin(at, at + 1, this.count)
    this.count--
  }

  /**
   * The earliest start at or after a minute from which nothing else is on for so long; from
   * `before` on any answer will do.
   */
  earliestFit(minute: number, duration: number, before: number): number {
    if (duration <= 0) return minute
    let start = minute
    for (
      let i = firstAfter(this.to, this.count, minute);
      i < this.count && start < before && this.from[i]! < start + duration;
      i++
    )
      start = this.to[i]!
    return start
  }
}

/** When shifts begin and end, both sorted; all copies of one maker's hands share them. */
export interface ShiftMinutes {
  opens: Float64Array
  closes: Float64Array
}

/** One maker's hands: one task at a time, each wholly inside one shift. */
export class Hands extends Single {
  constructor(private readonly shifts: ShiftMinutes) {
    super()
  }

  /** @returns the minute, or Infinity when no shift is left that has room */
  override earliestFit(minute: number, duration: number, before: number): number {
    const { from, to, count } = this
    const { opens, closes } = this.shifts
    let taken = firstAfter(to, count, minute)
    // A task that ends with its shift still lies in it, so a shift that closes at this very minute
    // counts.
    for (let i = firstAfter(closes, closes.length, minute - 1); i < closes.length; i++) {
      const closing = closes[i]!
      let start = Math.max(minute, opens[i]!)
      if (start >= before) return start
      if (start + duration > closing) continue
      if (duration <= 0) return start
      while (taken > 0 && to[taken - 1]! > start) taken--
      while (taken < count && to[taken]! <= start) taken++
      while (taken < count && from[taken]! < start + duration && start + duration <= closing)
        start = to[taken++]!
      if (start + duration <= closing) return start
    }
    return Infinity
  }
}

/**
 * How much is in use of something that many share: a step function. The first step begins at
 * −Infinity.
 */
export class Shared {
  private times = new Float64Array(16)
  private used = new Float64Array(16)
  private count = 1

  constructor(readonly capacity: number) {
    this.times[0] = -Infinity
  }

  copyFrom(other: Shared): void {
    while (this.times.length < other.count)
      [this.times, this.used] = [twiceAsLong(this.times), twiceAsLong(this.used)]
    for (let i = 0; i < other.count; i++) {
      this.times[i] = other.times[i]!
      this.used[i] = other.used[i]!
    }
    this.count = other.count
  }

  private cut(minute: number): number {
    const at = firstAfter(this.times, this.count, minute) - 1
    if (this.times[at] === minute) return at
    if (this.count === this.times.length)
      [this.times, this.used] = [twiceAsLong(this.times), twiceAsLong(this.used)]
    this.times.copyWithin(at + 2, at + 1, this.count)
    this.used.copyWithin(at + 2, at + 1, this.count)
    this.times[at + 1] = minute
    this.used[at + 1] = this.used[at]!
    this.count++
    return at + 1
  }

  private joinWithBefore(step: number): void {
    if (step <= 0 || Math.abs(this.used[step]! - this.used[step - 1]!) > LIMIT_TOLERANCE / 1000)
      return
    this.times.copyWithin(step, step + 1, this.count)
    this.used.copyWithin(step, step + 1, this.count)
    this.count--
  }

  /** Takes an amount over [from, to); a negative amount gives an earlier one back. */
  take(from: number, to: number, amount: number): void {
    if (to <= from) return
    const first = this.cut(from)
    const last = this.cut(to)
    for (let i = first; i < last; i++) this.used[i] = this.used[i]! + amount
    this.joinWithBefore(last)
    this.joinWithBefore(first)
  }

  /**
   * The earliest start at or after a minute from which `amount` more stays within the capacity for
   * `duration`.
   * @returns the minute, or Infinity when it never fits
   */
  earliestFit(minute: number, duration: number, amount: number, before: number): number {
    if (duration <= 0) return minute
    const most = this.capacity - amount + LIMIT_TOLERANCE
    let start = minute
    for (
      let i = firstAfter(this.times, this.count, minute) - 1;
      i < this.count && start < before;
      i++
    ) {
      if (this.used[i]! <= most) {
        if (i + 1 >= this.count || this.times[i + 1]! >= start + duration) return start
      } else start = i + 1 < this.count ? this.times[i + 1]! : Infinity
    }
    return start
  }

  /** Whether more than the capacity is in use anywhere in [from, to). */
  isOver(from: number, to: number): boolean {
    if (to <= from) return false
    for (
      let i = firstAfter(this.times, this.count, from) - 1;
      i < this.count && this.times[i]! < to;
      i++
    ) {
      if (this.used[i]! > this.capacity + LIMIT_TOLERANCE) return true
    }
    return false
  }
}
