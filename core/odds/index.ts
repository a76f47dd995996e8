export { learnedPct, learnedSpreadPct } from './learned'
export { odds, STARTING_SPREAD, USUAL_RUNS } from './odds'
export type * from './types'
