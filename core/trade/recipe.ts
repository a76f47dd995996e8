import type { Fill, Inclusion, Shape } from '../size'
import type { Cup, Rest } from './cup'
import type { Entry } from './entry'

export type NamedInclusion = Inclusion & {
  name: string
  /** How many of it there are; mass, volume and height are those of one. @default 1 */
  count?: number
  /** The share of it below its layer’s level, per cent; what stands above takes no resin there. @default 100 */
  underPct?: number
  /** What it is of, for its price; absent where it costs nothing. */
  materialId?: number
  /** How high it stands, mm; absent where it does not matter. */
  heightMm?: number
  /**
   * Where it is set: its middle from the middle of the piece, and its foot above the bottom of its
   * layer, mm.
   */
  xMm?: number
  yMm?: number
}

/**
 * How a layer joins the one below it: in its tack window, sanded once it is hard, whichever suits,
 * on the hard layer as it is, which holds less, or while that is still liquid.
 */
export const JOINS = ['tack', 'sand', 'either', 'plain', 'wet'] as const
export type Join = (typeof JOINS)[number]

/** What a layer covers: it fills the piece, or lies on one of its sides. */
export const SIDES = ['inside', 'face', 'back', 'sides'] as const
export type Side = (typeof SIDES)[number]

export interface Layer {
  id: number
  /** Its name within the recipe, for the course to point to. */
  key: string
  name: string
  resinId: number
  fill: Fill
  inclusions: NamedInclusion[]
  runOffPct: number
  /** Pieces poured from one mix at the most, for what hands can do while it is wet; absent for as many as it serves. */
  atOnce?: number
  joins: Join
  side: Side
  /** How much of its side a coat covers, per cent. */
  coversPct: number
  /** Its cure goes on in the heated box once nothing moves in it any more. */
  isHeated: boolean
  /** Of the whole mix, before it is split. */
  rest: Rest
  /** What the mix is split into after stirring; at least one. */
  cups: Cup[]
}

/** What a piece begins with: an empty mould, a base that is poured onto, or a piece that is there. */
export const STARTS = ['mould', 'base', 'existing'] as const
export interface Start {
  of: (typeof STARTS)[number]
  /** What the base is of, for its price. */
  materialId: number | null
  /** In words: a bare board, a dial that yellowed. */
  words: string
}

/** Which side is the face: what lay against mould or base, or what lay open. */
export const FRONTS = ['underside', 'upside'] as const
export type Front = (typeof FRONTS)[number]

/** Another piece of a set, poured from the same mixes. */
export interface SetPiece {
  name: string
  shape: Shape
  /** How many of it one set has. */
  count: number
  /**
   * Of layers, by their keys, that are filled otherwise in it than in the first piece, or that it does
   * not get at all; absent where all are as in the first.
   */
  fills?: { layer: string; fill: Fill | null }[]
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
  start: Start
  front: Front
  layers: Layer[]
  /** All work in the order in which it is done. */
  course: Entry[]
}

/** A layer that fills the piece and cures where it lies, as most do. */
export const INSIDE = {
  side: 'inside',
  coversPct: 100,
  isHeated: false,
} as const satisfies Partial<Layer>

/** A piece that is cast face down in an empty mould, as most are. */
export const IN_A_MOULD = {
  start: { of: 'mould', materialId: null, words: '' },
  front: 'underside',
} as const satisfies Partial<Recipe>
