import { createEventHook } from '@vueuse/core'
import { watch } from 'vue'
import type { LiveEvent } from '~~/shared/events'

const happened = createEventHook<LiveEvent>()
/** Told of everything that happens in the workshop, in order. */
export const onHappened = happened.on
export const itHappened = happened.trigger

const lost = createEventHook<void>()
/** Told when too much happened to be told of it: whatever is shown has to be read anew. */
export const onLost = lost.on
export const itIsLost = lost.trigger

/** Several things that happen at once are one reason to read again. */
const TOGETHER_MS = 40

/**
 * Reads something again soon after it is asked to; asked meanwhile, once more after that. What
 * cannot be read now is read at the next occasion.
 */
export function readAgain(read: () => Promise<unknown>): () => void {
  let reading = false
  let asked = false
  async function run(): Promise<void> {
    asked = false
    reading = true
    try {
      await read()
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
    } finally {
      reading = false
      if (asked) void run()
    }
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  return () => {
    if (reading) {
      asked = true
      return
    }
    clearTimeout(timer)
    timer = setTimeout(() => void run(), TOGETHER_MS)
  }
}

/**
 * Keeps what a store holds as it is at the server. What happens while it is being read for the first
 * time may be missing from what is read: it is read once more after that.
 * @param concerns which events it is about
 * @param isRead whether it was read at all, and nothing stands in the way of reading it
 * @param read reads it again
 */
export function keepLive(
  concerns: (event: LiveEvent) => boolean,
  isRead: () => boolean,
  read: () => Promise<unknown>,
): void {
  const again = readAgain(read)
  let missed = false
  const readSoon = () => {
    if (isRead()) again()
    else missed = true
  }
  onHappened((event) => {
    if (concerns(event)) readSoon()
  })
  onLost(readSoon)
  watch(isRead, (is) => {
    if (!is || !missed) return
    missed = false
    again()
  })
}
