import type { Pin, PlannedTask, PlanRequest } from '../../core/plan'
import type { PlanTaskRow, PromiseRow } from './index'

/** What a person fixed of a task: when it begins, who does it, or both. */
export interface PlanPin {
  taskKey: string
  /** UTC, ISO 8601. */
  startAt: string | null
  personId: number | null
}

/** Some time, UTC, ISO 8601. */
export interface TimeSpan {
  fromAt: string
  toAt: string
}

/** Somebody is away, or there beyond the usual shifts. */
export interface ShiftChange extends TimeSpan {
  personId: number
}

/** A resin is short and comes then; nothing is mixed from it before. */
export interface Delivery {
  resinId: number
  at: string
}

/** What a plan was made on, beside orders, shifts and moulds; the next plan takes it over. */
export interface PlanTerms {
  pins: PlanPin[]
  away: ShiftChange[]
  extra: ShiftChange[]
  deliveries: Delivery[]
  /** When the heated box runs beyond its hours, and when it does not though it would. */
  boxOn: TimeSpan[]
  boxOff: TimeSpan[]
}

/** What a plan is made on where nobody has changed anything. */
export const NO_TERMS: PlanTerms = {
  pins: [],
  away: [],
  extra: [],
  deliveries: [],
  boxOn: [],
  boxOff: [],
}

/** What is only supposed: it can be looked at and not accepted. */
export type Supposition =
  | { kind: 'mould'; mouldId: number; copies: number }
  | { kind: 'failed'; lineId: number; pieces: number }
  /** Without a date it takes what room the others leave. */
  | { kind: 'order'; recipeId: number; quantity: number; promisedAt: string | null }

export const ASK_KINDS = ['keep', 'afresh', 'improve'] as const
/**
 * `keep` moves only what must, `improve` also what gains by it, `afresh` begins from nothing but
 * the pins.
 */
export type AskKind = (typeof ASK_KINDS)[number]

export interface PlanAsk {
  kind: AskKind
  terms: PlanTerms
  suppose: Supposition[]
}

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
  askedBy: string
  askedAt: string
  /** Why there is no outcome. */
  message: string | null
  outcome: ProposalOutcome | null
}

/** The plan that holds as the core's question and answer, for trying things out beside it. */
export interface PlanQuestionView {
  planId: number
  /** The minute 0 of the question. */
  originAt: string
  request: PlanRequest
  /** Where the tasks lie in the plan; what began before minute 0 lies below it. */
  planned: PlannedTask[]
  pins: Pin[]
  /** What people call the tasks. */
  titles: Record<string, string>
  /** What people call the order that a job is promised in. */
  promises: Record<string, string>
}

export const FEEDS = ['mine', 'workshop'] as const
export type FeedName = (typeof FEEDS)[number]

/** Since when each calendar has an address; null where it has none. */
export interface CalendarFeeds {
  mine: string | null
  workshop: string | null
  /** Whether the workshop's calendar is this person's to give away. */
  hasWorkshop: boolean
}
