export { fits } from './fits'
export { foldRun } from './foldRun'
export { RUN_EVENT_KINDS, type RunEventKind, type RunStepKind } from './kinds'
export type * from './types'
