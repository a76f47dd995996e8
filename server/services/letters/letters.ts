import type { Page } from '../../../shared/types/exchange'
import type { LetterFields } from '../../../shared/schemas/letters'
import type { Letter } from '../../../shared/types/letters'
import { database } from '../../db/database'
import * as rows from '../../db/letters'
import { tell } from '../../events/tell'
import { deliver, thePost } from '../../letters/delivery'
import { AppError } from '../AppError'
import { found, inTransaction } from '../transactions'
import type { Who } from '../Who'

const PER_PAGE = 30

/** Letters of the workshop, the latest first. */
export const listLetters = (who: Who, before: number | null): Promise<Page<Letter>> =>
  rows.listLetters(database(), who.workspaceId, { before, limit: PER_PAGE })

/** Writes a letter: it is sent as soon as can be, or kept where this installation sends none. */
export async function writeLetter(who: Who, fields: LetterFields, now: Date): Promise<Letter> {
  const letter = await inTransaction(async (trx) => {
    const id = await rows.insertLetter(trx, who.workspaceId, fields, {
      isSent: thePost() !== null,
      personId: who.personId,
      now,
    })
    tell(trx, who.workspaceId, {
      subject: 'letter',
      kind: 'written',
      id,
      by: who.personId,
      at: now,
    })
    return found(await rows.getLetter(trx, who.workspaceId, id), 'letter')
  })
  deliver()
  return letter
}

/** Sends a letter once more that was kept or did not go. */
export async function sendAgain(who: Who, id: number, now: Date): Promise<Letter> {
  found(await rows.getLetter(database(), who.workspaceId, id), 'letter')
  if (thePost() === null)
    throw new AppError(
      'invalid-input',
      'This installation sends no letters; copy it and hand it over yourself.',
    )
  const letter = await inTransaction(async (trx) => {
    await rows.setLetterState(trx, id, { state: 'waiting', dueAt: now }, now)
    return found(await rows.getLetter(trx, who.workspaceId, id), 'letter')
  })
  deliver()
  return letter
}
