export { foldRun } from './foldRun'
export type * from './types'
