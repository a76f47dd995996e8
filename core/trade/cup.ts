/** How much leaves a mix or a cup: exactly one of these. */
export type Share = { pct: number } | { ml: number } | { rest: true }

/** A maker's own measure beside drops and grams: what one of it weighs stands with the pigment. */
export const DOSE_UNITS = ['g', 'drop', 'tip', 'squirt', 'teaspoon', 'scoop'] as const
export type DoseUnit = (typeof DOSE_UNITS)[number]

/** How much of a pigment goes into a cup: by the resin's mass, counted for a set, or to 30 ml. */
export type Dose =
  { loadPct: number } | { n: number; unit: DoseUnit } | { per30Ml: number; unit: DoseUnit }

export interface CupPigment {
  pigmentId: number
  dose: Dose
}

/** What is stirred into a cup and takes up room, for a set. */
export interface Filler {
  name: string
  /** By mass with the density of the material itself, g and g/ml; or as heaped, ml. */
  amount: { massG: number; density: number } | { ml: number }
  /** What it is of, for its price; absent where it costs nothing. */
  materialId?: number
}

/** How `from` and pigments lie in a cup. */
export const STIRS = ['through', 'swirl', 'no'] as const
export type Stir = (typeof STIRS)[number]

/**
 * When a mix or cup may be poured: once at least `from` of its working time and `leastMin` minutes
 * have gone by since the end of stirring, and at most `to` of its working time.
 */
export interface Rest {
  /** Shares of the working time in the cup. */
  from: number
  to: number
  leastMin: number
  /** Counted from when A met B, the stirring in it; absent where it is from the end of stirring. */
  counts?: 'met'
}
export const NO_REST: Rest = { from: 0, to: 1, leastMin: 0 }

/** A part of a layer's mix that is split off after stirring. */
export interface Cup {
  /** Its name within the recipe, for pours and other cups to point to. */
  key: string
  name: string
  /** What of the layer it takes; null where other cups alone fill it. */
  part: Share | null
  /** What it takes comes on top of what the layer needs, for each set or once for a pot. */
  over: 'set' | 'batch' | null
  /** Whether it stays where it was mixed. */
  isMixingCup: boolean
  /** Part and doses are only what is expected: the maker decides at the bench. */
  isOpen: boolean
  pigments: CupPigment[]
  fillers: Filler[]
  /** Other cups poured into it, in order. */
  from: { cup: string; share: Share }[]
  stir: Stir
  /** A rest of its own, once it is coloured; null for none beside its layer's. */
  rest: Rest | null
}
