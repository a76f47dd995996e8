export { split } from './split'
export type * from './types'
