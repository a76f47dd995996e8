import { MS_PER_MIN } from '../../core/units'
import { claimLetter, setLetterState } from '../db/letters'
import { database } from '../db/database'
import { tell } from '../events/tell'
import { inTransaction } from '../services/transactions'
import type { Post } from './Post'

/** So long a server has for a letter before another may take it. */
const LEASE_MS = 2 * MS_PER_MIN
const MOST_TRIES = 6
/** The pause before another try grows with each. */
const pauseMs = (tries: number) => 2 ** tries * MS_PER_MIN

/**
 * Sends what is due, one letter after the other; what does not go is tried again later, and told in
 * the end. Several servers may do so at once.
 * @param clock the present moment
 */
export async function sendDue(post: Post, clock: () => Date): Promise<void> {
  for (;;) {
    const now = clock()
    const claimed = await claimLetter(database(), now, new Date(now.getTime() + LEASE_MS))
    if (!claimed) return
    const { letter, tries, workspaceId } = claimed
    const failure = await post.send(letter).then(
      () => null,
      (error: Error) => error.message.slice(0, 400),
    )
    await inTransaction(async (trx) => {
      if (failure === null)
        await setLetterState(trx, letter.id, { state: 'sent', sentAt: now }, now)
      else if (tries >= MOST_TRIES)
        await setLetterState(trx, letter.id, { state: 'failed', failure }, now)
      else {
        const dueAt = new Date(now.getTime() + pauseMs(tries))
        await setLetterState(trx, letter.id, { state: 'waiting', failure, dueAt }, now)
      }
      const kind = failure === null ? 'sent' : 'not sent'
      tell(trx, workspaceId, { subject: 'letter', kind, id: letter.id, by: null, at: now })
    })
  }
}
