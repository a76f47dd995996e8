import type { KeyedRunEvent } from '~~/shared/schemas/runs'
import type { WorkTold } from '~~/shared/schemas/work'

/** Something that hands did and the server has not answered for yet. */
export type Outgoing =
  { kind: 'run'; runId: number; event: KeyedRunEvent } | { kind: 'work'; event: WorkTold }

export interface Entry {
  /** In the order in which it was done at this device. */
  seq: number
  /** Who did it: what one has done is never sent as somebody else's. */
  personId: number
  /** What it is, for who looks at what waits. */
  words: string
  what: Outgoing
  /** Why the server will never take it; null as long as it may. */
  refused: string | null
}

const MOST_AT_ONCE = 100
const targetOf = (what: Outgoing): string => (what.kind === 'run' ? `run ${what.runId}` : 'work')

/** What is sent next, in one go: from the first on, as long as it goes to the same place. */
export function nextBatch(entries: readonly Entry[]): Entry[] {
  const [first] = entries
  if (!first) return []
  const other = entries.findIndex(({ what }) => targetOf(what) !== targetOf(first.what))
  return entries.slice(0, other < 0 ? MOST_AT_ONCE : Math.min(other, MOST_AT_ONCE))
}
