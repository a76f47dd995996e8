import type { Share } from './cup'
import type { Awaited } from './milestones'
import type { EntryKind } from './stepKind'

/** How resin leaves a cup. */
export const POUR_HOWS = [
  'flood',
  'puddle',
  'ring',
  'line',
  'dots',
  'barrier',
  'drizzle',
  'spoon',
  'brush',
  'patch',
  'tilt',
] as const
export type PourHow = (typeof POUR_HOWS)[number]

export interface Pouring {
  /** The key of its cup. */
  cup: string
  how: PourHow
  /** In a word, such as “round the rim”. */
  where: string
  /** Where on the face, from its middle: shares of half its width and half its length. */
  mark: { x: number; y: number } | null
  /** How much of the cup; null for an equal part of what the others leave. */
  share: Share | null
  /** Pigment dropped into the cup just before, for a set. */
  drops: { pigmentId: number; n: number }[]
  /** Not before so long after the end of stirring, minutes. */
  sinceStirMin: number
}

export interface Mixing {
  stirMin: number
  /** Whether it is poured over into a second cup to stir what the first one’s wall held back. */
  secondCup: boolean
}

export const TOOLS = ['torch', 'hot-air', 'mist'] as const
export type Tool = (typeof TOOLS)[number]

export interface Pass {
  tool: Tool
  setting: 'low' | 'high'
}

/** So much of a material goes into it, in the material’s own unit. */
export interface MaterialUse {
  materialId: number
  amount: number
  per: 'piece' | 'batch'
}

/** What a piece occupies beyond an entry: a form or mould, or a level place. */
export const KEEPS = ['form', 'flat'] as const
export interface Keep {
  what: (typeof KEEPS)[number]
  /** Which form, of the workshop’s moulds and forms; null for a place. */
  mouldId: number | null
  /** The key of the entry that gives it back. */
  until: string
}

/** What is asked when an entry is done. */
export const ASKS = ['yes-no', 'number', 'touch', 'face', 'photo'] as const
export interface Asking {
  what: (typeof ASKS)[number]
  /** In words: what is looked at, or measured. */
  question: string
  /** Of a number; empty otherwise. */
  unit: string
}

/** One thing that is done, in the course of a recipe. */
export interface Entry {
  /** Its name within the recipe, for others to point to. */
  key: string
  kind: EntryKind
  name: string
  /** The key of the layer that it mixes, pours, or whose pour its visits are counted from. */
  layer: string | null
  mix: Mixing | null
  pour: Pouring | null
  pass: Pass | null
  /** For each piece, minutes. */
  pieceMin: number
  /** Once for the pieces done in one go, minutes. */
  batchMin: number
  /** So long must dry or set what it leaves before anything follows, minutes. */
  dryMin: number
  /** What the layer poured last must have reached first; null for none. */
  waitsFor: Awaited | null
  /** It begins at least so long after the end of these, minutes. */
  after: { of: string; leastMin: number }[]
  /** It begins at most so long after the end of these, minutes. */
  within: { of: string; mostMin: number }[]
  /**
   * Done while its layer cures: minutes from the end of its last pour to each time; empty for what
   * is done in its turn.
   */
  at: number[]
  /** How late each of these times may be; null for as late as one likes, minutes. */
  lateMin: number | null
  skill: string | null
  /** Only this person does it, whatever the skill; null for whoever can. */
  personId: number | null
  /** Makers who do it together, from two on; absent where one does. */
  hands?: number
  /** It is away so long after hands have done with it, as with the post, minutes. */
  awayMin: number
  stationKind: string | null
  dust: boolean
  /** The mould is free after it. */
  demoulds: boolean
  /** Tools and materials to have at hand. */
  needs: string
  uses: MaterialUse[]
  keeps: Keep[]
  asks: Asking | null
  /** Done where it turns out to be needed: told, not planned, and in no price. */
  isOptional: boolean
}
