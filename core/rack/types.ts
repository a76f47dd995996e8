/** Something that lies on a shelf already. */
export interface TakenSpot {
  xMm: number
  yMm: number
  widthMm: number
  depthMm: number
}

export interface Shelf {
  id: string
  widthMm: number
  depthMm: number
  clearHeightMm: number
  isLevel: boolean
  taken?: TakenSpot[]
}

export interface RackPiece {
  id: string
  widthMm: number
  depthMm: number
  heightMm: number
  count?: number
  /** What lies open and liquid lies level. */
  needsLevel?: boolean
  mayTurn?: boolean
  /** What it is worth to have it placed. */
  weight?: number
}

export interface RackRequest {
  clearanceMm: number
  shelves: Shelf[]
  pieces: RackPiece[]
  limit?: { ms?: number; iterations?: number } | null
  seed?: number
}

export interface PlacedPiece {
  id: string
  /** Which of the copies of its id, from 0. */
  index: number
  shelf: string
  xMm: number
  yMm: number
  isTurned: boolean
}

export type WhyUnplaced = 'too-large' | 'too-high' | 'no-level-shelf' | 'no-room'

export interface RackAnswer {
  placed: PlacedPiece[]
  unplaced: { id: string; index: number; why: WhyUnplaced }[]
  weight: number
  /** No layout places more than this. */
  bound: number
  exact: boolean
}
