import type { Portion } from '../../core/trade'

export type PotState = 'planned' | 'mixing' | 'poured' | 'spoiled'

export interface PotPortion extends Portion {
  orderId: number
  orderTitle: string
  /** Whether the reader may pour it. */
  isOwn: boolean
  recipeId: number
  recipeName: string
  /** How deep the layer stands in its piece; null where that is not known. */
  depthMm: number | null
}

export interface Pot {
  id: number
  version: number
  letter: string
  tint: string
  resinId: number
  needMl: number
  state: PotState
  /** Whether people put it together. */
  gathered: boolean
  runId: number | null
  /** From the current plan; null when it is not in it. */
  startAt: string | null
  personId: number | null
  portions: PotPortion[]
}
