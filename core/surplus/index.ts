export { surplus, type SurplusEffort } from './surplus'
export type * from './types'
