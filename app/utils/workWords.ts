import { isOver } from '~~/core/run'
import type { PlanTaskRow } from '~~/shared/types/plan'

/** Whether hands have told that a task is done, or that it will not be. */
export const isToldOver = ({ told }: Pick<PlanTaskRow, 'told'>): boolean =>
  told !== null && isOver(told)

/** Whether somebody has put a task off to a time that has not come. */
export const isPutOff = ({ told }: Pick<PlanTaskRow, 'told'>, now: number): boolean =>
  told?.kind === 'put off' && told.untilAt !== null && Date.parse(told.untilAt) > now

/** What was told, after the title of the task. */
export const TOLD_WORDS = {
  begun: 'has begun',
  done: 'is done',
  skipped: 'is skipped',
  'put off': 'is put off',
} as const
