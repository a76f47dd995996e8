export { rack } from './rack'
export type * from './types'
