export { learnedPct, learnedSpreadPct } from './learned'
export { odds, STARTING_CHANCE, USUAL_RUNS } from './odds'
export { spareFor } from './spareFor'
export type * from './types'
