export { dueAt } from './dueAt'
export { extraMix } from './extraMix'
export { fits } from './fits'
export {
  CAME_OUT,
  foldPiece,
  PIECE_STATES,
  type LoggedPieceEvent,
  type PieceEventKind,
  type PieceState,
} from './foldPiece'
export { foldRun, notTakenBack } from './foldRun'
export {
  doingKey,
  foldWork,
  isOver,
  WORK_KINDS,
  WORK_OF_LAYERS,
  type Doing,
  type DoneTo,
  type FoldedWork,
  type WorkEvent,
  type WorkKind,
  type WorkState,
} from './foldWork'
export { RUN_EVENT_KINDS, type RunEventKind, type RunStepKind } from '../runKinds'
export { staysOf } from './staysOf'
export type * from './types'
