export { surplus } from './surplus'
export type * from './types'
