import { elementAt } from '../elementAt'
import { answer, type Result } from '../result'
import { seededRandom } from '../seededRandom'
import { boundOf } from './bound'
import { without, type Rect } from './freeSpace'
import { itemsOf, whyUnplaced, type Item } from './items'
import { packOnce, WAYS, type Making, type Spot } from './packOnce'
import type { RackAnswer, RackRequest } from './types'

/** Read for a limit in milliseconds only. */
export interface RackClock {
  now: () => number
  startedAt: number
}
const DEFAULT_LIMIT_MS = 1000
/** Weights are compared with this slack. */
const WEIGHT_SLACK = 1e-9
/** How much an earlier place in the order may be worth: from nothing to all, mm. */
const PULLS_MM = [0, 1, 5, 20, 100, 1e6]
/** How often a worse layout is gone on from, at the beginning and at the end. */
const WORSE_AT_FIRST = 0.03
const WORSE_AT_LAST = 0.0005
/** So often nothing better is found before it begins anew from the best. */
const PATIENCE = 400

interface Layout extends Making {
  spots: Spot[]
  weight: number
  used: number
}

/**
 * Where pieces can lie: the most weight on the shelves, of equal weight on the fewest.
 * Every piece lies flat on one shelf with its edges along the shelf's, apart from others by the
 * clearance, no higher than there is room, and level where it needs that.
 * Source: an order that is improved by exchanges (annealing), laid from the front by the skyline or
 * into the greatest free rectangles; the bound is the knapsack by area.
 * @param request lengths in mm
 * @returns where each lies, which do not and why, and a bound that no layout exceeds
 * @throws nothing; the schema refuses what is none. The same request with a limit in iterations gives
 *   the same answer
 * @example rack({ clearanceMm: 0, shelves: [], pieces: [] }, clock) // nothing placed, exact
 */
export function rack(request: RackRequest, clock: RackClock): Result<RackAnswer> {
  const items = itemsOf(request)
  const free = request.shelves.map((shelf) => freeOf(request, shelf))
  const bound = boundOf(
    items,
    free.reduce((sum, rects) => sum + areaOf(rects), 0),
  )
  const best = search(request, { items, free, bound }, clock)
  const placed = new Set(best.spots.map(({ item }) => item))
  const isExact = best.weight >= bound - WEIGHT_SLACK * Math.max(1, bound)
  return answer({
    placed: best.spots.map(({ item, shelf, x, y, isTurned }) => {
      const { piece, index } = elementAt(items, item)
      return {
        id: piece.id,
        index,
        shelf: elementAt(request.shelves, shelf).id,
        xMm: x,
        yMm: y,
        isTurned,
      }
    }),
    unplaced: items.flatMap(({ piece, index }, at) =>
      placed.has(at) ? [] : [{ id: piece.id, index, why: whyUnplaced(piece, request.shelves) }],
    ),
    weight: best.weight,
    bound: isExact ? best.weight : bound,
    exact: isExact,
  })
}

/** The greatest free rectangles of a shelf, with the clearance of what may lie there. */
function freeOf(
  { clearanceMm }: RackRequest,
  { widthMm, depthMm, taken = [] }: RackRequest['shelves'][number],
): Rect[] {
  const whole: Rect = { x: 0, y: 0, width: widthMm + clearanceMm, depth: depthMm + clearanceMm }
  return taken.reduce<Rect[]>(
    (free, spot) =>
      without(free, {
        x: spot.xMm,
        y: spot.yMm,
        width: spot.widthMm + clearanceMm,
        depth: spot.depthMm + clearanceMm,
      }),
    [whole],
  )
}

/** The area that rectangles cover together, however they overlap. */
function areaOf(rects: readonly Rect[]): number {
  let area = 0
  let left = [...rects]
  while (left.length > 0) {
    const [first, ...rest] = left as [Rect, ...Rect[]]
    area += first.width * first.depth
    left = without(rest, first)
  }
  return area
}

interface Question {
  items: readonly Item[]
  free: readonly (readonly Rect[])[]
  bound: number
}

function search(
  { limit, seed = 1, shelves }: RackRequest,
  { items, free, bound }: Question,
  clock: RackClock,
): Layout {
  const random = seededRandom(seed)
  const most = limit?.iterations ?? null
  const lastsMs = limit?.ms ?? DEFAULT_LIMIT_MS
  const done = (tries: number) =>
    most === null ? (clock.now() - clock.startedAt) / lastsMs : tries / most
  const lay = (how: Making): Layout => {
    const spots = packOnce(items, how, free)
    return {
      ...how,
      spots,
      weight: spots.reduce((sum, { item }) => sum + elementAt(items, item).weight, 0),
      used: new Set(spots.map(({ shelf }) => shelf)).size,
    }
  }
  const byArea = items.map((_, i) => i).sort((x, y) => areaAt(items, y) - areaAt(items, x))
  const widestFirst = shelves
    .map((_, i) => i)
    .sort((x, y) => areaOfShelf(free, y) - areaOfShelf(free, x))
  const ways = Array.from({ length: WAYS }, (_, rule) => rule).flatMap((rule) =>
    PULLS_MM.map((pullMm) => ({ rule, pullMm })),
  )
  let best = lay({ order: byArea, shelves: widestFirst, rule: WAYS - 1, pullMm: 0 })
  let now = best
  for (const way of ways) best = better(lay({ order: byArea, shelves: widestFirst, ...way }), best)
  let patience = PATIENCE
  const isDone = () =>
    best.weight >= bound - WEIGHT_SLACK * Math.max(1, bound) &&
    best.used <= Math.min(1, items.length)
  for (let tries = 1; !isDone(); tries++) {
    const share = done(tries)
    if (share >= 1) break
    const next = lay(changed(now, random))
    const worse = WORSE_AT_FIRST * (WORSE_AT_LAST / WORSE_AT_FIRST) ** share * Math.max(bound, 1)
    const gain = next.weight - now.weight + (now.used - next.used) * WEIGHT_SLACK
    if (gain >= 0 || random() < Math.exp(gain / worse)) now = next
    const before = best
    best = better(now, best)
    patience = best === before ? patience - 1 : PATIENCE
    if (patience > 0) continue
    now = best
    patience = PATIENCE
  }
  return best
}

const areaAt = (items: readonly Item[], i: number) => {
  const { width, depth } = elementAt(items, i)
  return width * depth
}
const areaOfShelf = (free: readonly (readonly Rect[])[], i: number) =>
  Math.max(0, ...elementAt(free, i).map(({ width, depth }) => width * depth))

const better = (x: Layout, y: Layout): Layout =>
  x.weight > y.weight + WEIGHT_SLACK || (x.weight > y.weight - WEIGHT_SLACK && x.used < y.used)
    ? x
    : y

/** The same with two things exchanged, one moved up front, or another way to choose places. */
function changed({ order, shelves, rule, pullMm }: Layout, random: () => number): Making {
  const pick = (count: number) => Math.floor(random() * count)
  const way = random()
  if (way < 0.002) return { order, shelves, rule: pick(WAYS), pullMm }
  if (rule !== WAYS - 1 && way < 0.2) return { order, shelves, rule: WAYS - 1, pullMm }
  if (way < 0.1) return { order, shelves, rule, pullMm: elementAt(PULLS_MM, pick(PULLS_MM.length)) }
  if (way < 0.2 && shelves.length > 1) {
    const [i, j] = [pick(shelves.length), pick(shelves.length)]
    return { order, shelves: exchanged(shelves, i, j), rule, pullMm }
  }
  const [i, j] = [pick(order.length), pick(order.length)]
  return {
    order: way < 0.6 ? exchanged(order, i, j) : moved(order, i, j),
    shelves,
    rule,
    pullMm,
  }
}
function exchanged(list: readonly number[], i: number, j: number): number[] {
  const next = [...list]
  ;[next[i], next[j]] = [elementAt(list, j), elementAt(list, i)]
  return next
}
function moved(list: readonly number[], from: number, to: number): number[] {
  const next = list.filter((_, i) => i !== from)
  next.splice(to, 0, elementAt(list, from))
  return next
}
