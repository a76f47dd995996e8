import { reachOf, type Action } from '../../shared/rights'
import { AppError } from './AppError'
import type { Who } from './Who'

/** Whose something is; null is the workshop's. */
export type OwnerId = number | null

/**
 * Whether somebody may do something.
 * @param owners whose it is that it is done to: all of them have to be theirs where they reach only
 *   their own; left out, whether there is anything at all that they may do it to
 */
export function may(who: Who, action: Action, owners?: readonly OwnerId[]): boolean {
  switch (reachOf(who.role, action)) {
    case 'all':
      return true
    case 'own':
      return owners === undefined || owners.every((owner) => owner === who.personId)
    case 'none':
      return false
  }
}

/** Refuses what somebody may not do. */
export function requireMay(who: Who, action: Action, owners?: readonly OwnerId[]): void {
  if (may(who, action, owners)) return
  throw new AppError(
    'forbidden',
    owners === undefined || reachOf(who.role, action) === 'none'
      ? 'Your place in the workshop does not go so far; ask the manager.'
      : 'This is somebody else’s; ask them or the manager.',
  )
}

/** Of whom somebody sees orders: everybody, or only themselves. */
export const ownersSeen = (who: Who): number | null =>
  may(who, 'see orders', [null]) ? null : who.personId

const SOMEBODY_ELSES = 'somebody else’s'

/** What an order is called to somebody who may not know whose it is. */
export const titleFor = (who: Who, owner: OwnerId, title: string): string =>
  may(who, 'see orders', [owner]) ? title : SOMEBODY_ELSES

/** Sentences about a plan without the titles of orders that are not for somebody to know. */
export function withoutTitles(sentences: readonly string[], hidden: readonly string[]): string[] {
  return sentences.map((sentence) =>
    hidden.reduce(
      (said, title) => said.replaceAll(`“${title}”`, `${SOMEBODY_ELSES} order`),
      sentence,
    ),
  )
}
