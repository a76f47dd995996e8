export { odds, STARTING_SPREAD } from './odds'
export type * from './types'
