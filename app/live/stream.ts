import type { LiveEvent } from '~~/shared/events'
import { itHappened, itIsLost } from './happened'

/** A stream that the server ended, as at a restart, is opened again after so long. */
const OPEN_AGAIN_MS = 2000

/**
 * Listens to what happens in the workshop for as long as somebody is signed in. The browser opens a
 * stream that broke off by itself and says what it heard last. A page that nobody sees hears nothing,
 * and catches up once it is seen: a browser keeps only a few streams open at a time.
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
    source.addEventListener('beat', ({ lastEventId }: MessageEvent<string>) => {
      if (last !== null) return
      last = lastEventId
      // What was read before anybody listened may have changed in between.
      void itIsLost()
    })
    source.addEventListener('lost', (event: MessageEvent<string>) => {
      last = event.lastEventId
      void itIsLost()
    })
    source.addEventListener('error', () => {
      if (source?.readyState !== EventSource.CLOSED) return
      close()
      timer = setTimeout(seen, OPEN_AGAIN_MS)
    })
  }
  function close(): void {
    clearTimeout(timer)
    source?.close()
    source = null
  }
  function seen(): void {
    if (document.hidden) close()
    else if (source === null) open()
  }
  if (!document.hidden) open()
  document.addEventListener('visibilitychange', seen)
  return () => {
    document.removeEventListener('visibilitychange', seen)
    close()
  }
}
