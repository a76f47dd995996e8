export { fits } from './fits'
export {
  foldPiece,
  PIECE_STATES,
  type LoggedPieceEvent,
  type PieceEventKind,
  type PieceState,
} from './foldPiece'
export { foldRun } from './foldRun'
export { RUN_EVENT_KINDS, type RunEventKind, type RunStepKind } from './kinds'
export type * from './types'
