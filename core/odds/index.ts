export { learnedPct, learnedSpreadPct, PRIOR } from './learned'
export { odds, STARTING_CHANCE, USUAL_RUNS } from './odds'
export type * from './types'
