import type { Part } from '../lots'

/** What the stores keep: a part of a resin, a pigment, or another material. */
export type Ware =
  | { of: 'resin'; id: number; part: Part }
  | { of: 'pigment'; id: number }
  | { of: 'material'; id: number }

export const WARES = ['resin', 'pigment', 'material'] as const

/** The same for the same ware, and for no other. */
export const wareKey = (ware: Ware): string =>
  `${ware.of} ${ware.id}${ware.of === 'resin' ? ` ${ware.part}` : ''}`

/** Why the stores hold more or less than before. */
export const MOVEMENT_KINDS = [
  'bought',
  'drawn',
  'spilled',
  'counted',
  'corrected',
  'given',
  'expired',
] as const
export type MovementKind = (typeof MOVEMENT_KINDS)[number]

/** Those that people tell by hand of a bottle that is there. */
export const TOLD_KINDS = ['spilled', 'counted', 'corrected', 'given', 'expired'] as const
export type ToldKind = (typeof TOLD_KINDS)[number]

/** A bottle, tin or pack, as far as it is taken from. */
export interface Bottle {
  id: number
  ware: Ware
  /** What it is counted in: `g`, `ml`, or the word of its material. */
  unit: string
  /** Of what is in it, g/ml; null where nobody knows. */
  density: number | null
  left: number
  /** The last instant at which it may be used, ms since 1970; null where it does not end. */
  usableUntil: number | null
  isOpen: boolean
}

/** So much of a ware that some work uses. */
export interface Draw {
  /** What it was drawn by: the key under which somebody told it. */
  cause: string
  ware: Ware
  amount: number
  /** `g` and `ml` are turned into each other where a bottle counts otherwise. */
  unit: string
  /** The bottles it was taken from, as somebody said, in their order; empty where nobody did. */
  from: readonly number[]
}

/** What was taken from one bottle. */
export interface Taken {
  cause: string
  ware: Ware
  lotId: number
  /** In the unit of the bottle. */
  amount: number
}
