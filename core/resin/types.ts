import type { MixResin } from '../mix'
import type { Money } from '../cost'

/** A resin as far as one layer asks about it; milestones are minutes at `referenceC`. */
export interface LayerResin extends MixResin {
  referenceC: number
  /** Apparent activation energy, kJ/mol. */
  activationKJ: number
  /** The mass in one cup for which the working time holds. */
  referencePotG: number
  massExponent: number
  maxMixMl: number
  minDepthMm: number
  maxDepthMm: number
  milestones: { work: number; tackFrom: number; tackTo: number; demould: number; full: number }
}

export interface CheckLayerRequest {
  resin: LayerResin
  tempC: number
  maxLoadPct: number
  layer: {
    depthMm: number
    mixMl: number
    restMin: number
    /** All pours of the pot together. */
    pourMin: number
    pigments?: { name: string; loadPct: number; isWhite?: boolean }[]
    inclusions?: { name: string; heightMm: number }[]
    /** When the next layer is to follow, minutes after this pour; absent when nothing follows. */
    nextAfterMin?: number
  }
}

export const LAYER_WARNINGS = [
  'too-thin',
  'too-deep',
  'too-much',
  'too-slow',
  'too-much-pigment',
  'white-sinks',
  'stands-proud',
  'too-early',
  'too-late',
] as const
export type LayerWarningCode = (typeof LAYER_WARNINGS)[number]

export interface LayerWarning {
  code: LayerWarningCode
  message: string
  value: number
  limit: number
  unit: 'mm' | 'ml' | 'min' | '%'
  /** The nearest thing that works, in words. */
  suggestion: string
}

export interface ResinOnShelf extends LayerResin {
  id: string
  name: string
  kitMl: number
  kitPrice: Money
  /** Bears such warmth once cured; absent when unknown. */
  heatC?: number
  /** How well white stays up in it: 1 sinks at once, 5 stays; absent when unknown. */
  whiteHold?: number
  stockMl: number
  /** Until a new kit arrives, minutes from now. */
  leadMin: number
}

export interface ChooseResinRequest {
  need: {
    depthMm: number
    mixMl: number
    /** Rest and pours planned for one pot. */
    busyMin: number
    tempC: number
    heatC?: number
    hasWhite?: boolean
    /** When the layer has to be firm enough to demould, minutes from now. */
    readyByMin?: number
  }
  currency: string
  resins: ResinOnShelf[]
}

export type Verdict = 'fits' | 'with-care' | 'unfit'

export interface ResinChoice {
  id: string
  verdict: Verdict
  reasons: { speaks: 'for' | 'with-care' | 'against'; text: string }[]
  /** What the resin of this layer costs, rounded half up to the currency. */
  cost: Money
}
