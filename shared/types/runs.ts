import type { RunTargets } from '../../core/run'
import type { KeyedRunEvent } from '../schemas/runs'

export interface RunView {
  id: number
  potId: number
  letter: string
  tint: string
  title: string
  pieces: number
  resinName: string
  personId: number
  targets: RunTargets
  /** The bottles that it took from. */
  drawnFrom: { lotId: number; code: string }[]
  events: KeyedRunEvent[]
}
