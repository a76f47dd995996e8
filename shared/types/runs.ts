import type { RunEvent, RunTargets } from '../../core/run'

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
  events: KeyedRunEvent[]
}

/** A run event as it travels: the key makes sending it twice harmless. */
export type KeyedRunEvent = RunEvent & { key: string }
