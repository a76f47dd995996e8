export { owed, type Owed } from './owed'
export { priceOrder } from './priceOrder'
export { pricePoint } from './pricePoint'
export type * from './types'
