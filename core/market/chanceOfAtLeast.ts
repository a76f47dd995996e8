import type { Demand } from './types'

/**
 * The chance that at least 0, 1, 2 … up to `most` pieces are asked for.
 * Source: Poisson; negative binomial with r = mean²/(sd² − mean) and chance of success mean/sd²,
 * whose chances follow from each other in logarithms.
 * @returns `most + 1` chances, falling from 1
 */
export function chanceOfAtLeast(demand: Demand, most: number): number[] {
  const exactly = chancesOf(demand)
  const atLeast = [1]
  for (let k = 0; k < most; k++) atLeast.push(Math.max(0, (atLeast[k] ?? 0) - exactly(k)))
  return atLeast
}

/** The chance of exactly k, asked for k = 0, 1, 2 … in order. */
function chancesOf(demand: Demand): (k: number) => number {
  if (demand.kind === 'pmf') return (k) => demand.p[k] ?? 0
  const { mean } = demand
  if (mean === 0) return (k) => (k === 0 ? 1 : 0)
  if (demand.kind === 'poisson') return inOrder(-mean, (k) => Math.log(mean / k))
  const variance = demand.sd ** 2
  const r = mean ** 2 / (variance - mean)
  const success = mean / variance
  return inOrder(r * Math.log(success), (k) => Math.log(((r + k - 1) / k) * (1 - success)))
}

/** Chances of which the logarithm of the first is known, and by how much each next differs. */
function inOrder(first: number, step: (k: number) => number): (k: number) => number {
  let log = first
  return (k) => {
    if (k > 0) log += step(k)
    return Math.exp(log)
  }
}
