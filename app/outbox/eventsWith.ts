import type { KeyedRunEvent } from '~~/shared/schemas/runs'
import type { RunView } from '~~/shared/types/runs'
import type { Entry } from './entry'

/** The log of a run with what was done at this device and the server does not know yet. */
export function eventsWith(
  { id, events }: Pick<RunView, 'id' | 'events'>,
  waiting: readonly Entry[],
): KeyedRunEvent[] {
  const known = new Set(events.map(({ key }) => key))
  return [
    ...events,
    ...waiting.flatMap(({ what }) =>
      what.kind === 'run' && what.runId === id && !known.has(what.event.key) ? [what.event] : [],
    ),
  ]
}
