import { elementAt } from '../elementAt'
import { answer, invalid, LIMIT_TOLERANCE, type Result } from '../result'
import { layOut } from './layOut'
import type { FillerClass } from './mouldSets'
import type { FillerMould, SurplusAnswer, SurplusRequest } from './types'

/** How much is looked at. */
export interface SurplusEffort {
  /**
   * So many moulds are laid out together, and proven; more are laid out in turns, the largest
   * first.
   */
  together: number
  /** Sets of moulds after which the best layout so far is taken. */
  mostSteps: number
}

const THOROUGH: SurplusEffort = { together: 20, mostSteps: 20_000_000 }

interface Filler {
  index: number
  leastMl: number
  mostMl: number
}

/**
 * Finds homes for what the pots leave: which filler moulds to lay out, and in what order to fill
 * them. A mould takes resin of one pot, between its least and greatest depth (straight sides
 * assumed). The layout uses the most millilitres; of equal ones few moulds.
 * Source: bin completion (see `layOut`).
 * @param request surplus in ml; moulds in ml and mm
 * @param effort where a person waits, less
 * @returns the fills in order (moulds that must reach their least depth with most resin first),
 *   and what is lost
 * @throws nothing; refuses with `invalid-input` a mould whose least depth is over its greatest or
 *   its own
 */
export function surplus(request: SurplusRequest, effort = THOROUGH): Result<SurplusAnswer> {
  const wrong = request.moulds.findIndex(
    (mould) => mould.leastMm > Math.min(mould.greatestMm, mould.depthMm) + LIMIT_TOLERANCE,
  )
  if (wrong >= 0) return invalid(`moulds[${wrong}].leastMm`, 'least-above-greatest')
  const { sets, proven } = layOutInTurns(
    request.pots.map((pot) => pot.surplusMl),
    request.moulds.map(fillerOf),
    effort,
  )

  const fills: SurplusAnswer['fills'] = []
  const lost: SurplusAnswer['lost'] = []
  for (const [i, pot] of request.pots.entries()) {
    const own = sets[i] ?? []
    let spareMl = pot.surplusMl - own.reduce((sum, filler) => sum + filler.leastMl, 0)
    for (const filler of [...own].sort((x, y) => y.leastMl - x.leastMl || y.mostMl - x.mostMl)) {
      const mould = elementAt(request.moulds, filler.index)
      const ml = filler.leastMl + Math.min(Math.max(0, spareMl), filler.mostMl - filler.leastMl)
      spareMl -= ml - filler.leastMl
      fills.push({
        pot: pot.id,
        mould: mould.id,
        ml,
        depthMm: (ml / mould.volumeMl) * mould.depthMm,
      })
    }
    lost.push({ pot: pot.id, ml: Math.max(0, own.length === 0 ? pot.surplusMl : spareMl) })
  }
  return answer({
    fills,
    lost,
    usedMl: fills.reduce((sum, fill) => sum + fill.ml, 0),
    exact: proven,
  })
}

const fillerOf = (
  { volumeMl, depthMm, leastMm, greatestMm }: FillerMould,
  index: number,
): Filler => ({
  index,
  leastMl: (volumeMl * leastMm) / depthMm,
  mostMl: (volumeMl * Math.min(greatestMm, depthMm)) / depthMm,
})

/** Lays out as many moulds as can be proven together, then the next with what is still left. */
function layOutInTurns(
  surplusMl: readonly number[],
  fillers: readonly Filler[],
  { together, mostSteps }: SurplusEffort,
): { sets: Filler[][]; proven: boolean } {
  const sorted = [...fillers].sort((x, y) => y.mostMl - x.mostMl || y.leastMl - x.leastMl)
  const sets: Filler[][] = surplusMl.map(() => [])
  const left = [...surplusMl]
  let proven = true
  for (let from = 0; from < sorted.length; from += together) {
    const classes = alike(sorted.slice(from, from + together))
    const layout = layOut(
      left,
      classes.map(({ leastMl, mostMl, members }): FillerClass => ({
        leastMl,
        mostMl,
        count: members.length,
      })),
      mostSteps,
    )
    proven &&= layout.proven
    for (const [pot, counts] of layout.counts.entries()) {
      const taken = counts.flatMap((count, i) => classes[i]?.members.splice(0, count) ?? [])
      sets[pot]?.push(...taken)
      left[pot] = Math.max(
        0,
        elementAt(left, pot) - taken.reduce((sum, { mostMl }) => sum + mostMl, 0),
      )
    }
  }
  const losesNothing = left.every((ml) => ml <= LIMIT_TOLERANCE)
  return { sets, proven: losesNothing || (proven && fillers.length <= together) }
}

/** Moulds that hold the same, together; the order stays. */
function alike(sorted: readonly Filler[]) {
  const classes: { leastMl: number; mostMl: number; members: Filler[] }[] = []
  for (const filler of sorted) {
    const last = classes.at(-1)
    if (last && last.mostMl === filler.mostMl && last.leastMl === filler.leastMl)
      last.members.push(filler)
    else classes.push({ leastMl: filler.leastMl, mostMl: filler.mostMl, members: [filler] })
  }
  return classes
}
