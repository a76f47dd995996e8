import { LIMIT_TOLERANCE } from '../result'
import type { Lot } from './types'

export interface Packing {
  /** Indices of lots, a list for each pot. */
  groups: number[][]
  proven: boolean
}

/**
 * Above this many lots only the heuristics run: masks of lots have to stay whole numbers that are
 * quick to work with.
 */
const MOST_LOTS = 24
/** Nodes after which the proof is given up; far beyond what 24 lots of real layers take. */
const MOST_NODES = 60_000_000

/**
 * Packs lots into the fewest pots and then makes the largest pot as small as it can be.
 *
 * First-fit decreasing under several orders gives a start; bounds by volume and by time tell how
 * few pots there can be at all. Branch and bound then fills pots one at a time: the largest lot
 * left goes into the next pot, with every set of others whose volume lies in the only range in
 * which the remaining pots can still do better than the best known. Sets of lots from which nothing
 * better came are remembered.
 * Source: bin completion (Korf 2003; Fukunaga and Korf 2007) with a second dimension and a
 * shrinking capacity, and sequential number partitioning (Korf, Schreiber and Moffitt 2014) for the
 * range of each pot.
 * @param capMl millilitres a pot may hold
 * @param capMin minutes of pouring a pot allows
 */
export function packLots(lots: readonly Lot[], capMl: number, capMin: number): Packing {
  const order = lots
    .map((_, i) => i)
    .sort((x, y) => lots[y]!.ml - lots[x]!.ml || lots[y]!.min - lots[x]!.min)
  const sorted = order.map((i) => lots[i]!)
  const start = bestStart(sorted, capMl, capMin)
  const packed =
    sorted.length > MOST_LOTS
      ? { groups: start, proven: false }
      : new Search(sorted, capMl, capMin).run(start)
  return {
    groups: packed.groups.map((group) => group.map((i) => order[i]!)),
    proven: packed.proven,
  }
}

const mlOf = (group: readonly number[], lots: readonly Lot[]) =>
  group.reduce((sum, i) => sum + lots[i]!.ml, 0)
const largest = (groups: readonly (readonly number[])[], lots: readonly Lot[]) =>
  groups.reduce((most, group) => Math.max(most, mlOf(group, lots)), 0)

/** The fewest pots that volume and time allow, were lots divisible. */
function fewestPots(lots: readonly Lot[], capMl: number, capMin: number): number {
  const total = lots.reduce((sum, lot) => ({ ml: sum.ml + lot.ml, min: sum.min + lot.min }), {
    ml: 0,
    min: 0,
  })
  const need = (amount: number, cap: number) =>
    amount <= LIMIT_TOLERANCE ? 0 : Math.ceil((amount - LIMIT_TOLERANCE) / cap - 1e-12)
  return Math.max(1, need(total.ml, capMl), need(total.min, capMin))
}

function bestStart(lots: readonly Lot[], capMl: number, capMin: number): number[][] {
  const rules: ((lot: Lot) => number)[] = [
    (lot) => lot.ml,
    (lot) => lot.min,
    (lot) => lot.ml / capMl + lot.min / Math.max(capMin, 1e-9),
    (lot) => Math.max(lot.ml / capMl, lot.min / Math.max(capMin, 1e-9)),
  ]
  const starts = rules.map((rule) => {
    const order = lots.map((_, i) => i).sort((x, y) => rule(lots[y]!) - rule(lots[x]!))
    return firstFit(order, lots, capMl, capMin)
  })
  const fewest = Math.min(...starts.map((groups) => groups.length))
  const spread = starts
    .filter((groups) => groups.length === fewest)
    .map((groups) => levelled(groups, lots, capMin))
  const even = evenly(lots, fewest, capMl, capMin)
  return [...spread, ...(even ? [levelled(even, lots, capMin)] : [])].reduce((best, groups) =>
    largest(groups, lots) < largest(best, lots) ? groups : best,
  )
}

function firstFit(
  order: readonly number[],
  lots: readonly Lot[],
  capMl: number,
  capMin: number,
): number[][] {
  const groups: { members: number[]; ml: number; min: number }[] = []
  for (const i of order) {
    const lot = lots[i]!
    const fits = groups.find(
      (group) =>
        group.ml + lot.ml <= capMl + LIMIT_TOLERANCE &&
        group.min + lot.min <= capMin + LIMIT_TOLERANCE,
    )
    const group = fits ?? { members: [], ml: 0, min: 0 }
    group.members.push(i)
    group.ml += lot.ml
    group.min += lot.min
    if (!fits) groups.push(group)
  }
  return groups.map((group) => group.members)
}

/** Each lot into the pot that is emptiest and still takes it; null where one finds none. */
function evenly(
  lots: readonly Lot[],
  count: number,
  capMl: number,
  capMin: number,
): number[][] | null {
  const groups = Array.from({ length: count }, () => ({ members: [] as number[], ml: 0, min: 0 }))
  for (const [i, lot] of lots.entries()) {
    const open = groups.filter(
      (group) =>
        group.ml + lot.ml <= capMl + LIMIT_TOLERANCE &&
        group.min + lot.min <= capMin + LIMIT_TOLERANCE,
    )
    const emptiest = open.reduce<(typeof groups)[number] | null>(
      (best, group) => (!best || group.ml < best.ml ? group : best),
      null,
    )
    if (!emptiest) return null
    emptiest.members.push(i)
    emptiest.ml += lot.ml
    emptiest.min += lot.min
  }
  return groups.map((group) => group.members)
}

/** Moves and swaps lots out of the largest pot while that makes it smaller. */
function levelled(
  groups: readonly (readonly number[])[],
  lots: readonly Lot[],
  capMin: number,
): number[][] {
  const pots = groups.map((group) => [...group])
  const minOf = (group: readonly number[]) => group.reduce((sum, i) => sum + lots[i]!.min, 0)
  for (let better = true; better;) {
    better = false
    const most = pots.reduce((best, pot) => (mlOf(pot, lots) > mlOf(best, lots) ? pot : best))
    const mostMl = mlOf(most, lots)
    for (const pot of pots) {
      if (pot === most || better) continue
      for (const give of most) {
        for (const take of [-1, ...pot]) {
          const [out, back] = [lots[give]!, take < 0 ? { ml: 0, min: 0 } : lots[take]!]
          const [newMost, newPot] = [mostMl - out.ml + back.ml, mlOf(pot, lots) + out.ml - back.ml]
          const inTime =
            minOf(most) - out.min + back.min <= capMin + LIMIT_TOLERANCE &&
            minOf(pot) + out.min - back.min <= capMin + LIMIT_TOLERANCE
          if (Math.max(newMost, newPot) >= mostMl - LIMIT_TOLERANCE || !inTime) continue
          most.splice(most.indexOf(give), 1, ...(take < 0 ? [] : [take]))
          if (take < 0) pot.push(give)
          else pot.splice(pot.indexOf(take), 1, give)
          better = true
          break
        }
        if (better) break
      }
    }
  }
  return pots
}

/** Volumes are told apart to this fraction of a millilitre when a common step is looked for. */
const STEPS_PER_ML = 1000

/**
 * The largest step of which all volumes are whole multiples; totals can only differ by it. 0 where
 * there is none.
 */
function commonStep(lots: readonly Lot[]): number {
  const gcd = (x: number, y: number): number => (y === 0 ? x : gcd(y, x % y))
  const steps = lots.map((lot) => Math.round(lot.ml * STEPS_PER_ML))
  const areWhole = lots.every((lot, i) => Math.abs(lot.ml * STEPS_PER_ML - steps[i]!) < 1e-7)
  return areWhole ? steps.reduce(gcd, 0) / STEPS_PER_ML : 0
}

interface Subset {
  ml: number
  min: number
  mask: number
}

/** All subsets of some lots, by rising volume. */
function subsetsOf(members: readonly number[], lots: readonly Lot[]): Subset[] {
  let list: Subset[] = [{ ml: 0, min: 0, mask: 0 }]
  for (const i of members) {
    const { ml, min } = lots[i]!
    const bit = 2 ** i
    list = list.concat(
      list.map((one) => ({ ml: one.ml + ml, min: one.min + min, mask: one.mask + bit })),
    )
  }
  return list.sort((x, y) => x.ml - y.ml)
}

/** The first index whose volume is at least so much. */
function firstFrom(list: readonly Subset[], ml: number): number {
  let [low, high] = [0, list.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (list[middle]!.ml < ml) low = middle + 1
    else high = middle
  }
  return low
}

/** Up to so many sets they are listed one by one. */
const FEW_WAYS = 30_000

/** In how many ways up to `most` of some things can be chosen. */
function waysToChoose(things: number, most: number): number {
  let [ways, sum] = [1, 1]
  for (let k = 1; k <= Math.min(most, things) && sum <= FEW_WAYS; k++) {
    ways = (ways * (things - k + 1)) / k
    sum += ways
  }
  return sum
}

/**
 * The band of volumes around the even share that is looked at first, as a share of it; each next
 * band is wider.
 */
const FIRST_BAND = 1 / 512
const WIDER = 4

/** Proves a packing, or finds a better one. Lots are sorted by falling volume. */
class Search {
  private best: number[][] = []
  private bestMl = Infinity
  private nodes = 0
  private readonly groups: number[] = []
  private readonly step: number
  /** For a set of lots (as bits) and pots left: the limit under which nothing was found. */
  private readonly failed = new Map<number, number>()

  constructor(
    private readonly lots: readonly Lot[],
    private readonly capMl: number,
    private readonly capMin: number,
  ) {
    this.step = commonStep(lots)
  }

  run(start: readonly (readonly number[])[]): Packing {
    this.best = start.map((group) => [...group])
    const all = 2 ** this.lots.length - 1
    for (
      let count = fewestPots(this.lots, this.capMl, this.capMin);
      count <= start.length;
      count++
    ) {
      const isStart = count === start.length
      this.bestMl = isStart ? largest(start, this.lots) : Infinity
      this.failed.clear()
      const found = this.fill(all, count) || isStart
      if (this.nodes > MOST_NODES) return { groups: this.best, proven: false }
      if (found) return { groups: this.best, proven: true }
    }
    return { groups: this.best, proven: true }
  }

  /** What a pot may hold so that the answer gets better than the best known. */
  private limitMl(): number {
    return Math.min(
      this.capMl + LIMIT_TOLERANCE,
      this.bestMl - Math.max(LIMIT_TOLERANCE, this.step - LIMIT_TOLERANCE),
    )
  }

  /**
   * Tries to put the lots of a set into so many pots. @returns whether something better was found
   */
  private fill(set: number, count: number): boolean {
    if (set === 0) {
      this.best = this.groups.map((mask) => this.membersOf(mask))
      this.bestMl = largest(this.best, this.lots)
      return true
    }
    if (count === 0 || this.nodes > MOST_NODES) return false
    const members = this.membersOf(set)
    const limit = this.limitMl()
    const total = {
      ml: mlOf(members, this.lots),
      min: members.reduce((sum, i) => sum + this.lots[i]!.min, 0),
      mask: set,
    }
    const timeRoom = this.capMin + LIMIT_TOLERANCE
    const most = this.mostInOne(members, limit)
    if (total.ml > count * limit || total.min > count * timeRoom || members.length > count * most)
      return false
    // So many pots at least hold the most lots there can be in one, and not even the smallest lots
    // would fit them.
    const full = members.length - (most - 1) * count
    if (full > 0 && mlOf(members.slice(-full * most), this.lots) > full * limit) return false
    if (count === 1) {
      this.groups.push(set)
      this.fill(0, 0)
      this.groups.pop()
      return true
    }
    const key = set * 32 + count
    if ((this.failed.get(key) ?? -Infinity) >= limit) return false
    const found = this.choose(members, total, count, most)
    if (!found) this.failed.set(key, limit)
    return found
  }

  /** No pot can hold more lots than of the smallest ones. */
  private mostInOne(members: readonly number[], limit: number): number {
    const fit = (amounts: number[], room: number) => {
      let sum = 0
      const over = amounts.sort((x, y) => x - y).findIndex((amount) => (sum += amount) > room)
      return over < 0 ? amounts.length : over
    }
    return Math.min(
      fit(
        members.map((i) => this.lots[i]!.ml),
        limit,
      ),
      fit(
        members.map((i) => this.lots[i]!.min),
        this.capMin + LIMIT_TOLERANCE,
      ),
    )
  }

  private membersOf(set: number): number[] {
    return this.lots.flatMap((_, i) => (Math.floor(set / 2 ** i) % 2 === 1 ? [i] : []))
  }

  /**
   * Every set of lots that can stand in one pot beside the largest one left, nearest to an even
   * share first.
   * The others are halved and the subsets of both halves paired by volume (Horowitz and Sahni
   * 1974).
   */
  private choose(members: readonly number[], total: Subset, count: number, most: number): boolean {
    const first = this.lots[members[0]!]!
    const others = members.slice(1)
    if (waysToChoose(others.length, most - 1) <= FEW_WAYS)
      return this.tryUndominated(this.fewBeside(first, others, total, count), members, total, count)
    const halves = [others.filter((_, i) => i % 2 === 0), others.filter((_, i) => i % 2 === 1)].map(
      (half) => subsetsOf(half, this.lots),
    ) as [Subset[], Subset[]]
    const even = total.ml / count
    let found = false
    let inner = 0
    for (let outer = even * FIRST_BAND; ; outer *= WIDER) {
      const bands =
        inner === 0
          ? [[even - outer, even + outer]]
          : [
              [even - outer, even - inner],
              [even + inner, even + outer],
            ]
      if (
        this.tryAll(
          this.inBands(bands as [number, number][], first, halves, total, count),
          members,
          total,
          count,
        )
      )
        found = true
      inner = outer
      const limit = this.limitMl()
      if (even + outer > limit && even - outer < total.ml - (count - 1) * limit) return found
    }
  }

  /** Puts each of these sets beside the largest lot, and the rest into the other pots. */
  private tryAll(
    subsets: readonly Subset[],
    members: readonly number[],
    total: Subset,
    count: number,
  ): boolean {
    const own = 2 ** members[0]!
    let found = false
    for (const subset of subsets) {
      if (this.nodes > MOST_NODES) return found
      const limit = this.limitMl()
      if (subset.ml > limit || total.ml - subset.ml > (count - 1) * limit) continue
      this.groups.push(subset.mask + own)
      if (this.fill(total.mask - subset.mask - own, count - 1)) found = true
      this.groups.pop()
    }
    return found
  }

  /**
   * As `tryAll`, but passes over a set as long as one of its lots could be swapped for a larger one
   * left out: whatever packing it leads to, the swapped set leads to as well (Martello and Toth
   * 1990). As better packings are found the limit falls, so sets passed over are looked at again
   * until nothing changes.
   */
  private tryUndominated(
    subsets: readonly Subset[],
    members: readonly number[],
    total: Subset,
    count: number,
  ): boolean {
    let found = false
    let waiting = [...subsets]
    for (let tried = true; tried;) {
      tried = false
      const dominated: Subset[] = []
      for (const subset of waiting) {
        if (this.isDominated(subset, members)) dominated.push(subset)
        else {
          tried = true
          if (this.tryAll([subset], members, total, count)) found = true
        }
      }
      waiting = dominated
    }
    return found
  }

  private isDominated(subset: Subset, members: readonly number[]): boolean {
    const limit = this.limitMl()
    const timeRoom = this.capMin + LIMIT_TOLERANCE
    const chosen = new Set(this.membersOf(subset.mask))
    const left = members.slice(1).filter((i) => !chosen.has(i))
    for (const i of left) {
      const larger = this.lots[i]!
      if (subset.ml + larger.ml <= limit && subset.min + larger.min <= timeRoom) return true
      for (const j of chosen) {
        const lot = this.lots[j]!
        const isLarger =
          larger.ml >= lot.ml &&
          larger.min >= lot.min &&
          (larger.ml > lot.ml || larger.min > lot.min || i < j)
        if (
          isLarger &&
          subset.ml - lot.ml + larger.ml <= limit &&
          subset.min - lot.min + larger.min <= timeRoom
        )
          return true
      }
    }
    return false
  }

  /** The same sets one by one, which is quicker where only a few lots fit one pot. */
  private fewBeside(first: Lot, others: readonly number[], total: Subset, count: number): Subset[] {
    const limit = this.limitMl()
    const timeRoom = this.capMin + LIMIT_TOLERANCE
    const [least, leastMin] = [total.ml - (count - 1) * limit, total.min - (count - 1) * timeRoom]
    const list: Subset[] = []
    const add = (from: number, ml: number, min: number, mask: number): void => {
      this.nodes++
      if (ml >= least && min >= leastMin) list.push({ ml, min, mask })
      for (let i = from; i < others.length; i++) {
        const lot = this.lots[others[i]!]!
        if (ml + lot.ml <= limit && min + lot.min <= timeRoom)
          add(i + 1, ml + lot.ml, min + lot.min, mask + 2 ** others[i]!)
      }
    }
    add(0, first.ml, first.min, 0)
    const even = total.ml / count
    return list.sort((x, y) => Math.abs(x.ml - even) - Math.abs(y.ml - even))
  }

  private inBands(
    bands: readonly [number, number][],
    first: Lot,
    [left, right]: [Subset[], Subset[]],
    total: Subset,
    count: number,
  ): Subset[] {
    const limit = this.limitMl()
    const [least, most] = [total.ml - (count - 1) * limit, limit]
    const timeRoom = this.capMin + LIMIT_TOLERANCE
    const list: Subset[] = []
    for (const [from, to] of bands) {
      const [low, high] = [Math.max(from, least), Math.min(to, most)]
      if (low > high) continue
      for (const one of left) {
        if (first.ml + one.ml > high) break
        for (let i = firstFrom(right, low - first.ml - one.ml); i < right.length; i++) {
          const other = right[i]!
          const ml = first.ml + one.ml + other.ml
          if (ml > high) break
          this.nodes++
          const min = first.min + one.min + other.min
          if (min <= timeRoom && total.min - min <= (count - 1) * timeRoom)
            list.push({ ml, min, mask: one.mask + other.mask })
        }
      }
    }
    const even = total.ml / count
    return list.sort((x, y) => Math.abs(x.ml - even) - Math.abs(y.ml - even))
  }
}
