import { answer, invalid, LIMIT_TOLERANCE, type Result } from '../result'
import type { FillerMould, SurplusAnswer, SurplusRequest } from './types'

/** Up to so many moulds the layout is proven. */
const MOST_PROVEN = 20
/** Steps of the search after which the best layout so far is taken. */
const MOST_STEPS = 1_000_000

interface Filler {
  index: number
  leastMl: number
  mostMl: number
}

/**
 * Finds homes for what the pots leave: which filler moulds to lay out, and in what order to fill them.
 * A mould takes resin of one pot, between its least and greatest depth (straight sides assumed). The layout uses
 * the most millilitres; of equal ones the one with the fewest moulds.
 * Source: branch and bound over pots; what is left cannot use more than its surplus or its moulds hold.
 * @param request surplus in ml; moulds in ml and mm
 * @param mostSteps after which a layout that is not proven is taken too; where a person waits, less
 * @returns the fills in order (moulds that must reach their least depth with most resin first), and what is lost
 * @throws nothing; refuses with `invalid-input` a mould whose least depth is over its greatest or its own
 */
export function surplus(request: SurplusRequest, mostSteps = MOST_STEPS): Result<SurplusAnswer> {
  const wrong = request.moulds.findIndex((mould) => mould.leastMm > Math.min(mould.greatestMm, mould.depthMm) + LIMIT_TOLERANCE)
  if (wrong >= 0) return invalid(`moulds[${wrong}].leastMm`, 'must not be more than the greatest depth and the depth of the mould')
  const search = new Layout(request.pots.map((pot) => pot.surplusMl), request.moulds.map(fillerOf), mostSteps)
  const { sets, proven } = search.run()

  const fills: SurplusAnswer['fills'] = []
  const lost: SurplusAnswer['lost'] = []
  for (const [i, pot] of request.pots.entries()) {
    const own = sets[i] ?? []
    let spareMl = pot.surplusMl - own.reduce((sum, filler) => sum + filler.leastMl, 0)
    for (const filler of [...own].sort((x, y) => y.leastMl - x.leastMl || y.mostMl - x.mostMl)) {
      const mould = request.moulds[filler.index] as FillerMould
      const ml = filler.leastMl + Math.min(Math.max(0, spareMl), filler.mostMl - filler.leastMl)
      spareMl -= ml - filler.leastMl
      fills.push({ pot: pot.id, mould: mould.id, ml, depthMm: (ml / mould.volumeMl) * mould.depthMm })
    }
    lost.push({ pot: pot.id, ml: Math.max(0, own.length === 0 ? pot.surplusMl : spareMl) })
  }
  return answer({ fills, lost, usedMl: fills.reduce((sum, fill) => sum + fill.ml, 0), exact: proven && request.moulds.length <= MOST_PROVEN })
}

const fillerOf = ({ volumeMl, depthMm, leastMm, greatestMm }: FillerMould, index: number): Filler => ({
  index,
  leastMl: (volumeMl * leastMm) / depthMm,
  mostMl: (volumeMl * Math.min(greatestMm, depthMm)) / depthMm,
})

/** How many moulds at least it takes to hold so much. */
function fewestFor(ml: number, free: readonly Filler[]): number {
  let [left, count] = [ml - LIMIT_TOLERANCE, 0]
  for (const { mostMl } of [...free].sort((x, y) => y.mostMl - x.mostMl)) {
    if (left <= 0) break
    left -= mostMl
    count++
  }
  return count
}

/** Gives moulds to pots. */
class Layout {
  private best: Filler[][] = []
  private bestMl = -1
  private bestCount = Infinity
  private nodes = 0
  private readonly sets: Filler[][]
  private readonly order: number[]
  /** Millilitres that the pots from here on leave together. */
  private readonly after: number[]

  constructor(
    private readonly surplusMl: readonly number[],
    private readonly fillers: readonly Filler[],
    private readonly mostSteps: number,
  ) {
    this.order = surplusMl.map((_, i) => i).sort((x, y) => (surplusMl[y] as number) - (surplusMl[x] as number))
    this.sets = surplusMl.map(() => [])
    this.after = this.order.map((_, i) => this.order.slice(i).reduce((sum, pot) => sum + (surplusMl[pot] as number), 0))
    this.after.push(0)
  }

  run(): { sets: Filler[][]; proven: boolean } {
    const sorted = [...this.fillers].sort((x, y) => y.mostMl - x.mostMl || y.leastMl - x.leastMl)
    this.pot(0, sorted, 0, 0)
    return { sets: this.best, proven: this.nodes <= this.mostSteps }
  }

  /** Whether from here on neither more millilitres nor as many in fewer moulds can come. */
  private isHopeless(usedMl: number, count: number, possibleMl: number, free: readonly Filler[]): boolean {
    const mostMl = usedMl + possibleMl
    if (mostMl < this.bestMl - LIMIT_TOLERANCE) return true
    if (mostMl > this.bestMl + LIMIT_TOLERANCE) return false
    return count + fewestFor(this.bestMl - usedMl, free) >= this.bestCount
  }

  private pot(position: number, free: readonly Filler[], usedMl: number, count: number): void {
    if (usedMl > this.bestMl + LIMIT_TOLERANCE || (Math.abs(usedMl - this.bestMl) <= LIMIT_TOLERANCE && count < this.bestCount)) {
      this.best = this.sets.map((set) => [...set])
      this.bestMl = usedMl
      this.bestCount = count
    }
    const pot = this.order[position]
    const room = free.reduce((sum, filler) => sum + filler.mostMl, 0)
    if (pot === undefined || this.isHopeless(usedMl, count, Math.min(this.after[position] as number, room), free)) return
    this.choose(position, pot, free, 0, [], usedMl, count, { leastMl: 0, mostMl: 0 })
  }

  /** Each free mould in turn goes to this pot or stays for the others. */
  private choose(position: number, pot: number, free: readonly Filler[], i: number, left: Filler[], usedMl: number, count: number, own: { leastMl: number; mostMl: number }): void {
    if (++this.nodes > this.mostSteps) return
    const surplusMl = this.surplusMl[pot] as number
    const filler = free[i]
    if (!filler || own.mostMl >= surplusMl) {
      this.pot(position + 1, [...left, ...free.slice(i)], usedMl + Math.min(surplusMl, own.mostMl), count)
      return
    }
    const restMl = free.slice(i).reduce((sum, one) => sum + one.mostMl, 0)
    const ownMl = Math.min(surplusMl, own.mostMl + restMl)
    const othersMl = Math.min(this.after[position + 1] as number, restMl + left.reduce((sum, one) => sum + one.mostMl, 0))
    if (this.isHopeless(usedMl + Math.min(surplusMl, own.mostMl), count, ownMl - Math.min(surplusMl, own.mostMl) + othersMl, [...left, ...free.slice(i)])) return
    if (own.leastMl + filler.leastMl <= surplusMl + LIMIT_TOLERANCE) {
      this.sets[pot]?.push(filler)
      this.choose(position, pot, free, i + 1, left, usedMl, count + 1, { leastMl: own.leastMl + filler.leastMl, mostMl: own.mostMl + filler.mostMl })
      this.sets[pot]?.pop()
    }
    // Moulds alike are given out from the front.
    let next = i + 1
    while (free[next] && free[next]!.mostMl === filler.mostMl && free[next]!.leastMl === filler.leastMl) next++
    this.choose(position, pot, free, next, [...left, ...free.slice(i, next)], usedMl, count, own)
  }
}
