import { elementAt } from '../elementAt'
import type { Choosing, Chosen } from './choosing'
import { bestAt, costOf, pricesOf } from './prices'
import { undominated, type Way } from './undominated'

/** Room is compared with this slack, relative to what is there. */
const ROOM_SLACK = 1e-9
/** Totals that differ by less are equal. */
const EQUAL = 1e-9
/** What may be lost at first, as a share of the bound, and how much more each time nothing is found. */
const FIRST_SHARE = 1e-4
const WIDER = 2
/** So many numbers of pieces are looked at in one go through all products. */
const MOST_LOOKS = 4_000_000
/** With more than two capacities few ways leave out others, and not all are tried. */
const FEWER_LOOKS = 700_000

/** What a product can be chosen as without losing more than there is to lose. */
interface Option {
  pieces: number
  value: number
  loss: number
}

/**
 * Chooses how many of each product bring the most within the room that there is, of equal choices
 * the one with the fewest pieces.
 * Loss is what a number of pieces brings less than the best at the prices of room. Products are gone
 * through one after another; ways that use more and bring less than another, and those that have
 * lost more than may be lost, are left behind. What may be lost grows until a choice loses no more:
 * it is the best then, unless ways had to be left out for their number.
 * Source: dynamic programming over undominated states with Lagrangian bounds (Ibaraki, Nakagawa).
 * @param reached what is known to be reached; nothing that loses more is looked at
 */
export function choose(choosing: Choosing, reached?: number): Chosen {
  const wanted = fewestFirst(choosing)
  const { prices, bound } = pricesOf(wanted)
  const { pieces: found, isWhole } = coarseLast(wanted, prices, (ordered) =>
    widened(ordered, prices, { bound, reached }),
  )
  const pieces = withoutIdle(choosing, found)
  const value = valueOf(choosing, pieces)
  // The traces take less than this off the bound.
  const untraced = bound + EQUAL / 2
  const isProven = isWhole || value >= untraced - EQUAL
  return { pieces, value, isProven, bound: isProven ? value : untraced }
}

/** Works with those last of which a piece takes much: measured, fewer ways are left on the way there. */
function coarseLast<T extends { pieces: number[] }>(
  choosing: Choosing,
  prices: readonly number[],
  work: (ordered: Choosing) => T,
): T {
  const { products, room } = choosing
  const order = products
    .map(({ uses }, at) => ({ at, each: costOf(uses, prices) }))
    .sort((x, y) => x.each - y.each)
    .map(({ at }) => at)
  const done = work({ room, products: order.map((at) => elementAt(products, at)) })
  return { ...done, pieces: products.map((_, at) => done.pieces[order.indexOf(at)] ?? 0) }
}

function widened(
  choosing: Choosing,
  prices: readonly number[],
  { bound, reached }: { bound: number; reached: number | undefined },
): { pieces: number[]; isWhole: boolean } {
  const nothing = choosing.products.map(() => 0)
  const least = reached ?? valueOf(choosing, nothing)
  const most = bound - least + 2 * EQUAL
  let gap = Math.min(most, Math.abs(bound) * FIRST_SHARE + EQUAL)
  for (;;) {
    const found = wayThrough(choosing, prices, gap)
    if (found && (!found.isWhole || found.value >= bound - gap)) return found
    if (!(gap < most)) return found ?? { pieces: nothing, isWhole: false }
    gap = Math.min(most, gap * WIDER)
  }
}

/** Each piece costs a trace, so that of equal choices the one with fewer wins. */
function fewestFirst({ products, room }: Choosing): Choosing {
  const trace = traceOf(products)
  return {
    room,
    products: products.map(({ values, uses }) => ({
      uses,
      values: values.map((value, pieces) => value - pieces * trace),
    })),
  }
}
const traceOf = (products: Choosing['products']) =>
  EQUAL / 2 / products.reduce((sum, { values }) => sum + values.length, 1)

const valueOf = ({ products }: Choosing, pieces: readonly number[]) =>
  products.reduce((sum, { values }, i) => sum + elementAt(values, pieces[i] ?? 0), 0)

/** Takes off pieces that bring nothing: all of them together less than makes a difference. */
function withoutIdle({ products }: Choosing, pieces: readonly number[]): number[] {
  const kept = [...pieces]
  let lost = 0
  for (;;) {
    const gains = products.map(({ values }, i) => {
      const made = kept[i] ?? 0
      return made > 0 ? elementAt(values, made) - elementAt(values, made - 1) : Infinity
    })
    const least = Math.min(...gains)
    if (!(lost + least <= EQUAL / 2)) return kept
    const at = gains.indexOf(least)
    kept[at] = (kept[at] ?? 0) - 1
    lost += Math.max(0, least)
  }
}

function optionsOf(
  { values, uses }: Choosing['products'][number],
  prices: readonly number[],
  gap: number,
): Option[] {
  const each = costOf(uses, prices)
  const best = bestAt(values, each)
  const most = elementAt(values, best) - best * each
  return values.flatMap((value, pieces) => {
    const loss = most - (value - pieces * each)
    return loss <= gap ? [{ pieces, value, loss: Math.max(0, loss) }] : []
  })
}

/** Goes through all products; null where nothing loses as little as may be lost. */
function wayThrough(
  { products, room }: Choosing,
  prices: readonly number[],
  gap: number,
): { pieces: number[]; value: number; isWhole: boolean } | null {
  let ways: Way[] = [{ used: room.map(() => 0), value: 0, loss: 0, pieces: 0, before: null }]
  const options = products.map((product) => optionsOf(product, prices, gap))
  const looks = options.reduce((sum, { length }) => sum + length, 1)
  const most = Math.ceil((room.length > 2 ? FEWER_LOOKS : MOST_LOOKS) / looks)
  let isWhole = true
  for (const [i, { uses }] of products.entries()) {
    ways = undominated(ways.flatMap((way) => onwards(way, options[i] ?? [], { uses, room, gap })))
    if (ways.length <= most) continue
    isWhole = false
    ways = ways.sort((x, y) => x.loss - y.loss).slice(0, most)
  }
  const best = ways.reduce<Way | null>(
    (found, way) => (found === null || way.value > found.value ? way : found),
    null,
  )
  return best && { pieces: piecesOf(best), value: best.value, isWhole }
}

/** A way with each number of pieces of one product that has room and loses no more than may be lost. */
function onwards(
  way: Way,
  options: readonly Option[],
  { uses, room, gap }: { uses: readonly number[]; room: readonly number[]; gap: number },
): Way[] {
  const next: Way[] = []
  for (const { pieces, value, loss } of options) {
    if (way.loss + loss > gap) continue
    const used = way.used.map((one, k) => one + pieces * (uses[k] ?? 0))
    if (used.some((one, k) => one > fits(room[k] ?? 0))) continue
    next.push({ used, value: way.value + value, loss: way.loss + loss, pieces, before: way })
  }
  return next
}

const fits = (room: number) => room + ROOM_SLACK * Math.max(1, Math.abs(room))

function piecesOf(last: Way): number[] {
  const pieces: number[] = []
  for (let way = last; way.before; way = way.before) pieces.unshift(way.pieces)
  return pieces
}
