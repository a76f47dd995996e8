/** How much of a part there is; null where a missing density leaves it unknown. */
export interface Amount {
  massG: number | null
  volumeMl: number | null
}
export type Part = 'a' | 'b'

export interface Ratio {
  basis: 'volume' | 'mass'
  a: number
  b: number
}

/** What mixing needs to know about a two-part resin. Densities in g/ml. */
export interface MixResin {
  ratio: Ratio
  densityA?: number
  densityB?: number
  /** How far the ratio may be off before the resin stays soft, in per cent. @default 3 */
  tolerancePct?: number
  /** @default 'a' */
  pourFirst?: Part
}

export type Measure =
  | { kind: 'exact' }
  | { kind: 'cup'; graduationMl: number }
  | { kind: 'scale'; resolutionG: number; tare?: boolean }

export interface MixRequest {
  resin: MixResin
  need: { volumeMl?: number; massG?: number }
  measure: Measure
  /** @default 1 */
  snapTolerancePct?: number
}

export interface PartAmounts {
  a: Amount
  b: Amount
  total: Amount
}

export interface MixStep {
  part: Part
  /** The level or the display after this part. */
  readTo: number
  unit: 'ml' | 'g'
}

export interface MixAnswer {
  ratio: { byVolume: { a: number; b: number } | null; byMass: { a: number; b: number } | null }
  exact: PartAmounts
  measured: PartAmounts & { ratioErrorPct: number; withinSnap: boolean; surplusMl: number | null }
  steps: MixStep[]
}

export interface RescueRequest {
  resin: MixResin
  inCup: { a: { massG?: number; volumeMl?: number }; b: { massG?: number; volumeMl?: number } }
  needMl?: number
  cupCapacityMl?: number
}

export interface RescueAnswer {
  ratioErrorPct: number | null
  withinTolerance: boolean
  add: ({ part: Part } & Amount) | null
  totalMl: number | null
  surplusMl: number | null
  fitsCup: boolean | null
}
