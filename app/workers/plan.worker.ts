import { coldBoxes } from '../../core/tasks'
import {
  replan,
  roomFor,
  whatHelps,
  whyNot,
  type Gain,
  type Objection,
  type Pin,
  type PlannedTask,
  type Room,
} from '../../core/plan'
import type { Interval } from '../../core/plan'
import type { PlanQuestionView } from '../../shared/types/plan'

/**
 * What the page asks beside the plan that holds; the same core that plans on the server answers.
 */
export type PlanTry =
  /** Where a task could begin, for each of these makers (null: whoever can). */
  | { kind: 'room'; task: string; makers: (string | null)[]; span: Interval }
  /**
   * What follows if a task is pinned: everything that would then lie elsewhere; or why it cannot
   * be.
   */
  | { kind: 'pinned'; pin: Pin & { startMin: number } }
  | { kind: 'helps' }

export interface PlanTryAnswers {
  room: { maker: string | null; room: Room }[]
  pinned: { moved: PlannedTask[] } | { objection: Objection } | { crowded: true }
  helps: Gain[]
}

export type ToPlanWorker = { load: PlanQuestionView } | { id: number; ask: PlanTry }
export type FromPlanWorker =
  { id: number; answer: PlanTryAnswers[keyof PlanTryAnswers] } | { id: number; progress: number }

const PREVIEW_TRIES = 40

let question: PlanQuestionView | null = null

self.onmessage = ({ data }: MessageEvent<ToPlanWorker>) => {
  if ('load' in data) question = data.load
  else if (question)
    self.postMessage({ id: data.id, answer: answerTo(question, data) } satisfies FromPlanWorker)
}

function answerTo(
  { request, planned, pins, promises }: PlanQuestionView,
  { id, ask }: { id: number; ask: PlanTry },
): PlanTryAnswers[keyof PlanTryAnswers] {
  switch (ask.kind) {
    case 'room':
      return ask.makers.map((maker) => ({
        maker,
        room: roomFor({ request, planned, pins, task: ask.task, maker }, ask.span),
      }))
    case 'pinned': {
      const { pin } = ask
      const objection = whyNot(
        { request, planned, pins, task: pin.task, maker: pin.maker },
        pin.startMin,
      )
      if (objection) return { objection }
      const after = replan(request, {
        keep: planned,
        pins: [...pins.filter((one) => one.task !== pin.task), pin],
        tries: PREVIEW_TRIES,
      })
      if (!after.ok) return { crowded: true }
      const before = new Map(planned.map((task) => [task.id, task]))
      return {
        moved: after.value.tasks.filter((task) => {
          const was = before.get(task.id)
          return (
            was &&
            ((was.startMin !== task.startMin && was.endMin !== task.endMin) ||
              was.maker !== task.maker)
          )
        }),
      }
    }
    case 'helps':
      return whatHelps({
        request,
        planned,
        pins,
        closings: coldBoxes(request),
        promises,
        onProgress: (progress) => {
          self.postMessage({ id, progress } satisfies FromPlanWorker)
          return false
        },
      })
  }
}
