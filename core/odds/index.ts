export { learnedPct, learnedSpreadPct } from './learned'
export { odds, STARTING_SPREAD, STAYS_ON_MIN, USUAL_RUNS } from './odds'
export type * from './types'
