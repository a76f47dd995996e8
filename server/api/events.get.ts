import { createEventStream, getQuery, getRequestHeader } from 'h3'
import { now } from '../clock'
import { listen, missedSince } from '../events/live'
import { personOfToken } from '../services/people/auth'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'
import { readSessionCookie } from '../utils/sessionCookie'

/** So often a quiet stream says that it is there, and is looked at whether its session still holds. */
const BEAT_EVERY_MS = 15_000
/** Who was away for more than so much reads everything anew. */
const MOST_MISSED = 500

const numberIn = (text: unknown): number | null =>
  typeof text === 'string' && /^\d{1,15}$/.test(text) ? Number(text) : null

/**
 * What happens in the workshop, as server-sent events; `Last-Event-ID` (or `after`) goes on where a
 * stream broke off.
 */
export default route(
  {
    action: 'hear what happens',
    summary: 'What happens in the workshop, as server-sent events',
    query: { after: 'the number of the last event that is known; or the header Last-Event-ID' },
    answers: 'text/event-stream',
  },
  async (event) => {
    const { workspaceId } = whoOf(event)
    const token = readSessionCookie(event) ?? ''
    const stream = createEventStream(event)
    const asked =
      numberIn(getRequestHeader(event, 'last-event-id')) ?? numberIn(getQuery(event).after)
    const isLost = asked !== null && (await missedSince(workspaceId, asked)) > MOST_MISSED
    const { stop, after } = await listen(workspaceId, isLost ? null : asked, {
      tell: (events) =>
        void stream.push(
          events.map((one) => ({
            id: String(one.number),
            event: 'happened',
            data: JSON.stringify(one),
          })),
        ),
      end: () => void stream.close(),
    })
    void stream.push({ id: String(after), event: isLost ? 'lost' : 'beat', data: '{}' })
    const beat = setInterval(() => {
      void personOfToken(token, now()).then(
        (found) => (found ? stream.push({ event: 'beat', data: '{}' }) : stream.close()),
        () => undefined,
      )
    }, BEAT_EVERY_MS)
    const end = () => {
      clearInterval(beat)
      stop()
    }
    event.node.res.once('close', end)
    // Who has gone while we looked where they left off hears nothing of it.
    if (event.node.res.closed) end()
    return stream.send()
  },
)
