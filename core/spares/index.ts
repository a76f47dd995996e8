export { chanceOfEnough, payingPct, spareFor, type KnownYield } from './spareFor'
export { spares } from './spares'
export type * from './types'
