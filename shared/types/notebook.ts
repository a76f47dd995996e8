import type { PieceState } from '../../core/run'

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
