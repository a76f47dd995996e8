import type { PlanTaskRow } from './plan'
import type { PromiseRow } from './promises'
import type { PlanAsk } from '../schemas/proposals'

export const PROPOSAL_STATES = [
  'waiting',
  'running',
  'done',
  'failed',
  'cancelled',
  'accepted',
] as const

export type ProposalState = (typeof PROPOSAL_STATES)[number]

/** A task that lies elsewhere, or in other hands, than in the plan that holds. */
export interface MovedTask {
  key: string
  title: string
  orderId: number
  fromAt: string
  toAt: string
  fromPersonId: number | null
  toPersonId: number | null
}

/** Pots that would be mixed as one. */
export interface ProposedMix {
  /** The first keeps its letter. */
  letters: string[]
  /** Hands that need not weigh and stir, minutes. */
  savesMin: number
  savesMl: number
}

/** The same with what it takes to mix them so. */
export interface GatheredMix extends ProposedMix {
  /** The pot that stays. */
  keep: number
  from: { id: number; version: number }[]
  portions: { lineId: number; layerId: number; firstPiece: number; pieces: number }[]
}

export interface ProposalOutcome {
  tasks: PlanTaskRow[]
  promises: PromiseRow[]
  moved: MovedTask[]
  mixes: ProposedMix[]
}

/** A plan that is being worked out or waits to be accepted. */
export interface Proposal {
  id: number
  state: ProposalState
  /** 0 to 1. */
  progress: number
  ask: PlanAsk
  /** The plan that it was compared with; null when there was none. */
  basePlanId: number | null
  /** Whether it only follows what has happened; it is there for everybody who plans. */
  follows: boolean
  askedBy: string
  askedAt: string
  /** Why there is no outcome. */
  message: string | null
  outcome: ProposalOutcome | null
}
