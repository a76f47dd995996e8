import type { LiveEvent } from '~~/shared/events'
import { itHappened, itIsLost } from './happened'

/** A stream that the server ended, as at a restart, is opened again after so long. */
const OPEN_AGAIN_MS = 2000

/**
 * Listens to what happens in the workshop for as long as somebody is signed in. The browser opens a
 * stream that broke off by itself and says what it heard last.
 * @returns what ends it
 */
export function openStream(): () => void {
  let last: string | null = null
  let source: EventSource | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  function open(): void {
    source = new EventSource(last === null ? '/api/events' : `/api/events?after=${last}`)
    source.addEventListener('happened', ({ data, lastEventId }: MessageEvent<string>) => {
      last = lastEventId
      void itHappened(JSON.parse(data) as LiveEvent)
    })
    source.addEventListener('lost', () => void itIsLost())
    source.addEventListener('error', () => {
      if (source?.readyState !== EventSource.CLOSED) return
      clearTimeout(timer)
      timer = setTimeout(open, OPEN_AGAIN_MS)
    })
  }
  open()
  return () => {
    clearTimeout(timer)
    source?.close()
  }
}
