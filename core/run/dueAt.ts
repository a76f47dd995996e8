import type { RunStep } from './types'
import { MS_PER_MIN } from '../units'

/** The instant to which a step's clock counts, milliseconds since 1970; null where none runs. */
export function dueAt(step: RunStep): number | null {
  switch (step.kind) {
    case 'stir':
      return step.startedAt === null ? null : step.startedAt + step.minutes * MS_PER_MIN
    case 'rest':
      return step.until
    case 'heat':
      return step.dueAt
    default:
      return null
  }
}
