import { issue } from '../../core/result'
import { SUBJECTS, type LiveEvent, type Subject } from '../../shared/events'
import type { Page } from '../../shared/types/exchange'
import { database } from '../db/database'
import { eventsOf } from '../db/events'
import { getOrder } from '../db/orders'
import { getPiece } from '../db/pieces'
import { AppError } from './AppError'
import { may, requireMay } from './rights'
import { found } from './transactions'
import type { Who } from './Who'

const PER_PAGE = 50

/** Who changed something, when and what of it, the newest first. */
export async function historyOf(
  who: Who,
  asked: { subject: string; id: number; before: number | null },
): Promise<Page<LiveEvent>> {
  const subject = SUBJECTS.find((one) => one === asked.subject)
  if (!subject)
    throw new AppError('invalid-input', 'There is no history of this.', {
      issues: [issue('subject', 'name-unknown', { name: asked.subject })],
    })
  await requireSeen(who, subject, asked.id)
  const rows = await eventsOf(database(), who.workspaceId, subject, asked.id, {
    before: asked.before,
    limit: PER_PAGE + 1,
  })
  const shown = rows.slice(0, PER_PAGE)
  return {
    rows: shown,
    next: rows.length > PER_PAGE ? String(shown.at(-1)?.number ?? '') : null,
  }
}

/** A guest reads what was done to their own. */
async function requireSeen(who: Who, subject: Subject, id: number): Promise<void> {
  if (may(who, 'see orders', [null])) return
  const db = database()
  switch (subject) {
    // Work is told of the order that it is done for.
    case 'order':
    case 'work':
      return requireMay(who, 'see orders', [
        found(await getOrder(db, who.workspaceId, id), 'order').ownerId,
      ])
    case 'piece':
      return requireMay(who, 'see pieces', [
        found(await getPiece(db, who.workspaceId, id), 'piece').ownerId,
      ])
    case 'run':
    case 'proposal':
    case 'plan':
    case 'pots':
      throw new AppError('forbidden', 'This is for the members of the workshop to read.')
    case 'person':
    case 'customer':
    case 'holiday':
    case 'letter':
    case 'material':
    case 'room':
    case 'station':
    case 'place':
    case 'workshop':
    case 'reading':
    case 'stock':
    case 'purchase':
      throw new AppError('forbidden', 'This is for the members of the workshop to read.')
    case 'pigment':
    case 'recipe':
    case 'resin':
    case 'mould':
      return undefined
  }
}
