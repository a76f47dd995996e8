import type { LiveEvent } from '../../shared/events'
import { database } from '../db/database'
import { eventsAfter, lastEvent } from '../db/events'
import { log } from '../utils/log'

/** Somebody who is told what happens in a workspace. */
export interface Listener {
  /** The last event that it was told. */
  after: number
  tell: (events: readonly LiveEvent[]) => void
  /** Told when nothing more will be told, as when the server is stopped. */
  end: () => void
}

/** What other servers wrote is seen within so long. */
const LOOK_EVERY_MS = 250
const MOST_AT_ONCE = 500

/** One look at the table serves all of a workspace's listeners at this server. */
class Watch {
  readonly listeners = new Set<Listener>()
  private readonly timer = setInterval(() => void this.look(), LOOK_EVERY_MS)
  private looking: Promise<void> | null = null
  private isAskedAgain = false

  constructor(private readonly workspaceId: number) {}

  end(): void {
    clearInterval(this.timer)
  }

  /** Looks now; asked while it is looking, it looks once more after that. */
  async look(): Promise<void> {
    if (this.looking) {
      this.isAskedAgain = true
      return this.looking
    }
    this.looking = this.read().finally(() => (this.looking = null))
    await this.looking
    if (this.isAskedAgain) {
      this.isAskedAgain = false
      await this.look()
    }
  }

  private async read(): Promise<void> {
    const listeners = [...this.listeners]
    if (listeners.length === 0) return
    try {
      const from = Math.min(...listeners.map(({ after }) => after))
      const events = await eventsAfter(database(), this.workspaceId, from, MOST_AT_ONCE)
      const last = events.at(-1)?.number
      if (last === undefined) return
      for (const listener of listeners) {
        const fresh = events.filter(({ number }) => number > listener.after)
        listener.after = Math.max(listener.after, last)
        if (fresh.length > 0) listener.tell(fresh)
      }
    } catch (error) {
      log.error({ err: error }, 'what happened could not be read')
    }
  }
}

const watches = new Map<number, Watch>()

/**
 * Tells somebody what happens in a workspace from a number on.
 * @param after null for what happens from now on
 * @param listener what it is told by
 * @returns what stops it, and the number that it begins after
 */
export async function listen(
  workspaceId: number,
  after: number | null,
  { tell, end }: Pick<Listener, 'tell' | 'end'>,
): Promise<{ stop: () => void; after: number }> {
  const from = after ?? (await lastEvent(database(), workspaceId))
  const listener: Listener = { after: from, tell, end }
  const watch = watches.get(workspaceId) ?? new Watch(workspaceId)
  watches.set(workspaceId, watch)
  watch.listeners.add(listener)
  void watch.look()
  const stop = () => {
    watch.listeners.delete(listener)
    if (watch.listeners.size > 0) return
    watch.end()
    watches.delete(workspaceId)
  }
  return { stop, after: from }
}

/** Something was written at this server: its own listeners need not wait for the next look. */
export const nudge = (workspaceId: number): void => void watches.get(workspaceId)?.look()

/** How many events somebody has missed since a number. */
export const missedSince = async (workspaceId: number, after: number): Promise<number> =>
  (await lastEvent(database(), workspaceId)) - after

/** Ends everybody's listening: an open stream would keep a server from stopping. */
export function endListening(): void {
  for (const { listeners } of watches.values())
    for (const listener of [...listeners]) listener.end()
}
