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
