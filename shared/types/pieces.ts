import type { PieceEventKind, PieceState } from '../../core/run'
import type { TemperatureStep } from '../../core/cure'
import type { Touch } from '../../core/curing'
import type { Defect, Mending } from '../../core/rework'
import type { Awaited, Front } from '../../core/trade'

/** When a piece reaches a milestone: hardly before, likely, and surely by then. */
export interface PieceOpening {
  milestone: Awaited
  from: string
  at: string
  until: string
}

/** What the milestones of a piece follow from; minutes from its pour. */
export interface CureView {
  resinId: number
  curedFrom: string
  profile: TemperatureStep[]
  touches: Touch[]
}

export interface PieceRow {
  id: number
  number: number
  state: PieceState
  orderId: number
  orderLineId: number
  orderTitle: string
  /** Whether the reader may work on it. */
  isOwn: boolean
  recipeId: number
  recipeName: string
  layerName: string
  letter: string
  tint: string
  resinId: number
  placeId: number | null
  footprintCm2: number
  /** When the last layer's cure began. */
  curedFrom: string
  layersLeft: number
  hasMould: boolean
  /** What it mends, by name; null for what is made for itself. */
  mends: string | null
  /** How each piece of a set that was looked at by itself turned out. */
  parts: readonly { name: string; state: PieceState }[]
  openings: readonly PieceOpening[]
  version: number
}

export interface PieceEvent {
  id: number
  kind: PieceEventKind
  at: string
  plannedAt: string | null
  person: string
  layerName: string | null
  letter: string | null
  /** The run that it was poured in. */
  runId: number | null
  place: string | null
  /** What it was touched for. */
  milestone: Awaited | null
  /** Which piece of a set it is about; empty for all of it. */
  part: string
  face: Front | null
  defect: Defect | null
  x: number | null
  y: number | null
  /** How it is mended. */
  route: Mending | null
  note: string
}

export interface PieceLog {
  piece: Omit<
    PieceRow,
    | 'openings'
    | 'orderLineId'
    | 'layerName'
    | 'letter'
    | 'resinId'
    | 'curedFrom'
    | 'layersLeft'
    | 'hasMould'
    | 'tint'
    | 'isOwn'
    | 'mends'
    | 'parts'
  >
  events: PieceEvent[]
  photoIds: number[]
}
