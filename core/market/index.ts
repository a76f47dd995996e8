export { market } from './market'
export type * from './types'
