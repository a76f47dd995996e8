import type { Binding, Pin, PlanRequest, PlannedTask } from '../../core/plan'
import type { TaskKind, TaskWork } from '../../core/tasks'
import type { WorkState } from '../../core/run'
import type { PlanTerms } from '../schemas/planTerms'
import type { PromiseRow } from './promises'

export interface PlanTaskRow {
  key: string
  orderId: number
  orderLineId: number
  potId: number | null
  kind: TaskKind
  title: string
  attended: boolean
  startAt: string
  endAt: string
  personId: number | null
  station: string | null
  placeId: number | null
  binding: Binding
  withKey: string | null
  /** What hands tell of it; null for what is told at the bench, and for what lies. */
  does: TaskWork | null
  /** What they have told; null where that is nothing. */
  told: TaskTold | null
}
/** How work stands, on all of its pieces. */
export interface TaskTold {
  kind: WorkState['kind']
  at: string
  personId: number
  untilAt: string | null
}

/** What would slip if the plan followed what has happened: somebody has to look at it. */
export interface PlanSlip {
  proposalId: number
  orderIds: number[]
}

export interface PlanView {
  id: number
  terms: PlanTerms
  canUndo: boolean
  canRedo: boolean
  originAt: string
  madeAt: string
  madeBy: string
  tasks: PlanTaskRow[]
  promises: PromiseRow[]
  /** Null where nothing slips, or for who does not plan. */
  slip: PlanSlip | null
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
  /** Visits that nobody is there for while they make sense: they are not planned. */
  lost: { title: string; of: string; dueAt: string }[]
}
