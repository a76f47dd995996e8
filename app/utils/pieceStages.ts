import type { PieceState } from '~~/core/run'

/** How far along each state of a piece is, for its mark. */
export const PIECE_STAGE: Record<PieceState, 'going' | 'done' | 'gone' | 'hands'> = {
  curing: 'going',
  demoulded: 'going',
  good: 'done',
  second: 'done',
  rework: 'hands',
  lost: 'gone',
}
