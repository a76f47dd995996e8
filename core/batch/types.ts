import type { Fill, Inclusion, Shape } from '../size'
import type { LayerResin } from '../resin'
import type { Money } from '../cost'
import type { Origin } from './resinFigures'
import type { StepKind } from './stepKinds'

/** The moments in a resin's life that somebody waits for, in the order in which they come. */
export const MILESTONES = ['work', 'gel', 'tackFrom', 'tackTo', 'demould', 'sand', 'full'] as const
export type Milestone = (typeof MILESTONES)[number]

export const MILESTONE_WORDS: Record<Milestone, string> = {
  work: 'workable in the cup until',
  gel: 'stops moving',
  tackFrom: 'tacky, may be recoated',
  tackTo: 'too dry to recoat unsanded',
  demould: 'may be demoulded',
  sand: 'hard enough to sand',
  full: 'fully cured',
}

/** A two-part resin as the studio keeps it; milestones are minutes at `referenceC`. */
export interface Resin extends Omit<LayerResin, 'milestones'> {
  id: number
  name: string
  tolerancePct: number
  pourFirst: 'a' | 'b'
  kitMl: number
  kitPrice: Money
  milestones: Record<Milestone, number>
  /** Bears such warmth once cured; absent when unknown. */
  heatC?: number
  /** How well white stays up in it: 1 sinks at once, 5 stays; absent when unknown. */
  whiteHold?: number
  /** Of each part at room temperature, mPa·s; the thinner part is poured first. */
  viscosityA?: number
  viscosityB?: number
  /** Scores from 1, the worst, to 5; absent when unknown. */
  clarity?: number
  yellowing?: number
  smell?: number
  /** What is left of it in the stores. */
  stockMl: number
  /** Until a new kit arrives. */
  leadDays: number
  /** Other sizes it can be bought in. */
  otherKits: Kit[]
  /** Where each figure came from, by its key (`RESIN_FIGURES`). */
  origins: Record<string, Origin>
  note: string
}

export interface Kit {
  ml: number
  price: Money
  leadDays: number
}

export interface Pigment {
  id: number
  name: string
  /** Its colour in cured resin, `#rrggbb`. */
  hex: string
  form: 'powder' | 'paste' | 'ink'
  pricePerG: Money
  /** Of the pigment itself, g/ml; turns drops into grams. */
  density?: number
  /** Of the loose powder, g/ml; turns grams into teaspoons. */
  bulkDensity?: number
  dropMl?: number
}

export interface LayerPigment {
  pigmentId: number
  loadPct: number
}

export type NamedInclusion = Inclusion & {
  name: string
  /** How high it stands, mm; absent where it does not matter. */
  heightMm?: number
  /**
   * Where it is set: its middle from the middle of the piece, and its foot above the bottom of its
   * layer, mm.
   */
  xMm?: number
  yMm?: number
}

/** How a layer joins the one before it. */
export type Recoat = 'tack' | 'sand' | 'either'

export interface Layer {
  id: number
  name: string
  resinId: number
  fill: Fill
  inclusions: NamedInclusion[]
  pigments: LayerPigment[]
  runOffPct: number
  /** Cups that each keep a film of resin. */
  cups: number
  stirMin: number
  /** From the end of stirring. */
  restMin: number
  /** Per piece. */
  pourMin: number
  /** Minutes from the end of the pour to each heat pass. */
  heatAfterMin: number[]
  recoat: Recoat
}

/** A step of work beside mixing, resting, pouring and heat passes. */
export interface Step {
  kind: StepKind
  name: string
  /** Before the pour of its layer, while its layer cures, or after the last layer. */
  phase: 'before' | 'curing' | 'after'
  /** Which layer it is done before or on, from the face; of no account after the last. */
  layer: number
  /**
   * The milestone that the layer below it, or after all the last, must have reached first; null for
   * none.
   */
  waitsFor: Milestone | null
  /** While a layer cures: minutes from the end of its pour to each time it is done. */
  atMin: number[]
  /** For each piece, minutes. */
  pieceMin: number
  /** Once for the pieces done in one go, minutes. */
  batchMin: number
  /** So long must dry or set what it leaves before anything follows, minutes. */
  dryMin: number
  /**
   * Within so long what follows must begin, or a cure's step be done; null for as long as one
   * likes, minutes.
   */
  holdsMin: number | null
  skill: string | null
  stationKind: string | null
  dust: boolean
  /** The mould is free after this step. */
  demoulds: boolean
  /** Tools and materials to have at hand. */
  needs: string
}

/** Another piece of a set, poured with the same layers. */
export interface SetPiece {
  name: string
  shape: Shape
  /** How many of it one set has. */
  count: number
}

export interface Recipe {
  id: number
  name: string
  note: string
  shape: Shape
  /**
   * The other pieces of a set that must share one colour; what is counted as a piece is then one
   * whole set.
   */
  others: SetPiece[]
  /** What one piece takes up on a rack, cm². */
  footprintCm2: number
  mouldId: number | null
  layers: Layer[]
  steps: Step[]
}

/** Pieces of one order line whose layer comes from one pot. */
export interface Portion {
  lineId: number
  layer: Layer
  /** The layer's place in its recipe, counted from the face. */
  layerIndex: number
  /** The first piece it serves, counted from 1. */
  firstPiece: number
  pieces: number
  /** Resin of all its pieces with what runs off, ml. */
  pouredMl: number
  mouldId: number | null
}

/** How the inside of a mould was measured. */
export const SIZED_HOW = ['measures', 'water', 'photograph', 'drawing', 'mesh'] as const
export type SizedHow = (typeof SIZED_HOW)[number]

export interface Mould {
  id: number
  name: string
  count: number
  price: Money
  lifeUses: number
  /** Its inside; null as long as it has not been sized. */
  shape: Shape | null
  sizedHow: SizedHow | null
  /** What it was sized from, in words. */
  sizedFrom: string
  /** How deep surplus may stand in it; null when it is no filler mould. */
  filler: { leastMm: number; greatestMm: number } | null
}

/** The studio's own figures that every batch is worked out with. */
export interface StudioRules {
  currency: string
  perCupMl: number
  reservePct: number
  /** Added to every cure wait, per cent. */
  cureMarginPct: number
  labourRate: Money
  overheadPct: number
  yieldPct: number
  packaging: Money
  feePct: number
  feeFixed: Money
  taxPct: number
  marginPct: number
}

/** Minutes for measuring both parts into one cup; a starting value, replaced by the log. */
export const MEASURE_MIN = 4
/** Minutes of hands for one heat pass over one pot's pieces; a starting value. */
export const HEAT_PASS_MIN = 2
