export { outline } from './outline'
export type * from './types'
