export { cure } from './cure'
export { rateAt } from './rateAt'
export type * from './types'
