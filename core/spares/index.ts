export { spares } from './spares'
export type * from './types'
