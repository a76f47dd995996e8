export { ladder } from './ladder'
export { tint } from './tint'
export type * from './types'
