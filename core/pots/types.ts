/** A layer that waits to be mixed. */
export interface PotLayer {
  id: string
  mixMl: number
  pourMin: number
  /** Layers of one group must come from one mix. */
  matchGroup?: string
}

export interface PotsRequest {
  maxMixMl: number
  workMin: number
  restMin: number
  layers: PotLayer[]
}

export interface Pot {
  layers: string[]
  mixMl: number
  busyMin: number
}

export interface PotsAnswer {
  pots: Pot[]
  /** Whether it is proven that no grouping is better. */
  exact: boolean
}

/** Layers that go together, with what they take of a pot. */
export interface Lot {
  layers: number[]
  ml: number
  min: number
}
