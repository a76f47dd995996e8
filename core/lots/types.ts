export const PARTS = ['a', 'b'] as const
export type Part = (typeof PARTS)[number]

/** What one pot needs of both parts of its resin. */
export interface LotNeed {
  id: string
  atMin: number
  aG: number
  bG: number
}

/** A bottle of one part. */
export interface Lot {
  id: string
  part: Part
  leftG: number
  /** The last minute at which it may be used; null when it does not end. */
  usableUntilMin: number | null
  isOpen: boolean
}

export interface LotsRequest {
  needs: LotNeed[]
  lots: Lot[]
}

export interface LotsAnswer {
  draws: { need: string; lot: string; g: number }[]
  short: { need: string; part: Part; g: number }[]
  left: { lot: string; g: number; isOpen: boolean }[]
}
