export { lots } from './lots'
export { PARTS } from './types'
export type * from './types'
