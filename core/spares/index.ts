export { spareFor } from './spareFor'
export { spares } from './spares'
export type * from './types'
