/** A resin of which the pots ask for more than the stores hold. */
export interface Shortage {
  resinId: number
  needMl: number
  stockMl: number
}

/**
 * Resins that run short.
 * @param pots those still to be mixed
 * @param stockMl what the stores hold of a resin, ml; undefined where that is not known
 * @returns in the order in which the pots first ask for them
 */
export function shortages(
  pots: readonly { resinId: number; needMl: number }[],
  stockMl: (resinId: number) => number | undefined,
): Shortage[] {
  const needs = new Map<number, number>()
  for (const { resinId, needMl } of pots) needs.set(resinId, (needs.get(resinId) ?? 0) + needMl)
  return [...needs].flatMap(([resinId, needMl]) => {
    const held = stockMl(resinId)
    return held !== undefined && needMl > held ? [{ resinId, needMl, stockMl: held }] : []
  })
}
