import type { PieceState } from '../../core/run'

/** Which pieces are looked for: words of order and recipe or a number, and their state. */
export interface NotebookFilter {
  find: string
  state: PieceState | null
}

export interface NotebookRow {
  pieceId: number
  number: number
  recipeName: string
  orderTitle: string
  state: PieceState
  pouredAt: string
  plannedAt: string | null
  judgedAt: string | null
  note: string
}
