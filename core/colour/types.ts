/** A pigment in a colour cup; exactly one of `loadPct`, `massG` and `drops` says how much. */
export interface TintPigment {
  id: string
  /** Grams per 100 g of resin. */
  loadPct?: number
  massG?: number
  drops?: number
  dropMl?: number
  /** Of the pigment itself, g/ml; turns drops into grams. */
  density?: number
  /** Of the loose powder, g/ml; turns grams into teaspoons. */
  bulkDensity?: number
}

export interface TintRequest {
  mixG: number
  maxLoadPct: number
  colours: { id: string; sharePct: number; pigments: TintPigment[] }[]
}

export interface DosedPigment {
  id: string
  massG: number
  /** Null where the bulk density is unknown. */
  teaspoons: number | null
  /** Null where the size of a drop or the density is unknown. */
  drops: number | null
}

export interface TintedCup {
  id: string
  resinG: number
  pigments: DosedPigment[]
  totalLoadPct: number
  overLimit: boolean
}

export interface LadderRequest {
  startMl: number
  dropMl: number
  steps: { addDrops: number; pourMl: number }[]
}

export interface LadderAnswer {
  steps: {
    /** Millilitres of pigment in 100 ml of the cup, at the pour. */
    pigmentPct: number
    remainingMl: number
  }[]
}
