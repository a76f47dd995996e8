export { decimalsOf, decimalsOfStep } from './decimalsOf'
export { mix } from './mix'
export { rescue } from './rescue'
export type * from './types'
