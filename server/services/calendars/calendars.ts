import type { CalendarFeeds } from '../../../shared/types/calendars'
import { database } from '../../db/database'
import { feedMadeAt, feedOfSecret, removeFeed, replaceFeed, type StoredFeed } from '../../db/feeds'
import { listPeople } from '../../db/people'
import { getNewestPlan } from '../../db/plans'
import { potLetters } from '../../db/pots'
import { getWorkspace } from '../../db/workshop'
import { AppError } from '../AppError'
import { calendarFile } from './calendarFile'
import { hashOf, newSecret } from '../people/secrets'
import { may, requireMay } from '../rights'
import { inTransaction } from '../transactions'
import type { Who } from '../Who'

/** A secret as it stands in an address. */
const SECRET = /^[\w-]{43}$/

/** Everybody has a calendar of their own hands; the workshop's is the manager's. */
function feedFor(who: Who, whose: 'mine' | 'workshop'): StoredFeed {
  if (whose === 'workshop') requireMay(who, 'have the workshop’s calendar')
  return { workspaceId: who.workspaceId, personId: whose === 'mine' ? who.personId : null }
}

/** Which calendars have an address, and since when; the address itself is told once only. */
export async function calendarFeeds(who: Who): Promise<CalendarFeeds> {
  const db = database()
  const hasWorkshop = may(who, 'have the workshop’s calendar')
  const [mine, workshop] = await Promise.all([
    feedMadeAt(db, feedFor(who, 'mine')),
    hasWorkshop ? feedMadeAt(db, feedFor(who, 'workshop')) : Promise.resolve(null),
  ])
  return { mine, workshop, hasWorkshop }
}

/**
 * Makes the secret address of a calendar anew. @returns its path, which is not kept in clear
 * anywhere
 */
export async function renewFeed(
  who: Who,
  whose: 'mine' | 'workshop',
  now: Date,
): Promise<{ path: string }> {
  const feed = feedFor(who, whose)
  const secret = newSecret()
  await inTransaction((trx) =>
    replaceFeed(trx, feed, { by: who.personId, at: now, secretHash: hashOf(secret) }),
  )
  return { path: `/api/calendar/${secret}.ics` }
}

export const stopFeed = (who: Who, whose: 'mine' | 'workshop'): Promise<void> =>
  removeFeed(database(), feedFor(who, whose))

/** The calendar behind a secret address. */
export async function calendarOf(secret: string): Promise<string> {
  const db = database()
  const feed = SECRET.test(secret) ? await feedOfSecret(db, hashOf(secret)) : null
  if (!feed)
    throw new AppError('unknown', 'There is no calendar at this address; it may have been renewed.')
  const { workspaceId, personId } = feed
  const [workspace, plan, people] = await Promise.all([
    getWorkspace(db, workspaceId),
    getNewestPlan(db, workspaceId),
    listPeople(db, workspaceId),
  ])
  const tasks = (plan?.tasks ?? []).filter(
    (task) => task.attended && (personId === null || task.personId === personId),
  )
  const letters = await potLetters(
    db,
    workspaceId,
    tasks.flatMap((task) => task.potId ?? []),
  )
  const names = new Map(people.map((person) => [person.id, person.name]))
  return calendarFile({
    name: personId === null ? workspace.name : `${workspace.name}: ${names.get(personId) ?? ''}`,
    timeZone: workspace.timeZone,
    plan: { id: plan?.id ?? 0, madeAt: plan?.madeAt ?? new Date(0).toISOString() },
    promises: plan?.promises ?? [],
    tasks,
    letters,
    personOf: (id) => (personId === null ? (names.get(id ?? 0) ?? '') : ''),
    withPromises: personId === null,
  })
}
