export { chanceOfEnough, payingPct, spareFor, sparesCost, type KnownYield } from './spareFor'
export { spares } from './spares'
export type * from './types'
