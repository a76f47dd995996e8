import { MS_PER_DAY } from '../../../core/units'
import type { Access, OwnSession } from '../../../shared/types/people'
import { setAccount } from '../../db/accounts'
import { database } from '../../db/database'
import { HOUSE_TABLES } from '../../db/house'
import { keepSecondFactor } from '../../db/secondFactor'
import * as rows from '../../db/people'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { found, inTransaction } from '../transactions'
import type { Who } from '../Who'
import { hashPassword, signIn, type SignInFrom } from './auth'
import { requireOwnPassword } from './ownPassword'
import { hashOf, newSecret } from './secrets'

/** An invitation holds for a week. */
const INVITED_DAYS = 7

/** Who of the workshop can sign in, and who is invited to choose a password. */
export async function listAccess(who: Who, now: Date): Promise<Access> {
  const [canSignIn, invited] = await Promise.all([
    rows.peopleWithPassword(database(), who.workspaceId),
    rows.listInvited(database(), who.workspaceId, now),
  ])
  return { canSignIn: [...canSignIn], invited: [...invited] }
}

/**
 * Makes the one link with which somebody chooses a password, for the first time or anew; the link
 * before it holds no more.
 * @returns the secret, which is told this once
 */
export async function invite(who: Who, personId: number, now: Date): Promise<{ secret: string }> {
  const secret = newSecret()
  await inTransaction(async (trx) => {
    const person = found(await HOUSE_TABLES.people.get(trx, who.workspaceId, personId), 'person')
    if (person.archivedAt !== null)
      throw new AppError('invalid-input', 'Who has left is brought back before they are invited.')
    await rows.keepInvitation(trx, {
      workspaceId: who.workspaceId,
      personId,
      tokenHash: hashOf(secret),
      expiresAt: new Date(now.getTime() + INVITED_DAYS * MS_PER_DAY),
    })
    tell(trx, who.workspaceId, {
      subject: 'person',
      kind: 'invited',
      id: personId,
      by: who.personId,
      at: now,
    })
  })
  return { secret }
}

const OVER =
  'This invitation holds no more: it was used, is older than a week, or was made anew. Ask the manager for another.'

/** Whom an invitation is for. */
export async function invitedBy(
  secret: string,
  now: Date,
): Promise<Pick<rows.InvitedPerson, 'name' | 'signIn' | 'workshop'>> {
  const person = await rows.findInvited(database(), hashOf(secret), now)
  if (!person) throw new AppError('unknown', OVER)
  return { name: person.name, signIn: person.signIn, workshop: person.workshop }
}

/** Takes an invitation: the password is set, all sessions from before end, and a new one begins. */
export async function acceptInvitation(
  secret: string,
  password: string,
  from: SignInFrom,
  now: Date,
): ReturnType<typeof signIn> {
  // A stranger's guess costs no more than a look.
  await invitedBy(secret, now)
  const passwordHash = await hashPassword(password)
  const signInName = await inTransaction(async (trx) => {
    const person = await rows.findInvited(trx, hashOf(secret), now)
    if (!person || !(await rows.takeInvitation(trx, hashOf(secret))))
      throw new AppError('unknown', OVER)
    await rows.setPassword(trx, person.personId, passwordHash, now)
    // Who lost the device has no other way in than such a link.
    await keepSecondFactor(trx, person.personId, null)
    // Whoever got the link of this workshop's manager gets into no other workshop by it.
    await setAccount(trx, person.personId, null)
    await rows.removeSessionsOf(trx, person.personId)
    tell(trx, person.workspaceId, {
      subject: 'person',
      kind: 'let in',
      id: person.personId,
      by: person.personId,
      at: now,
    })
    return person.signIn
  })
  return signIn(signInName, password, from, now)
}

/** Changes one's own password; every other session ends. */
export async function changePassword(
  who: Who,
  token: string,
  { now: own, password }: { now: string; password: string },
  now: Date,
): Promise<void> {
  const ownRow = await requireOwnPassword(who, own, 'now')
  const passwordHash = await hashPassword(password)
  await inTransaction(async (trx) => {
    await rows.setPassword(trx, ownRow, passwordHash, now)
    for (const personId of new Set([ownRow, who.personId]))
      await rows.removeSessionsOf(trx, personId, hashOf(token))
  })
}

/** The sessions that one has open, the newest first. */
export async function ownSessions(who: Who, token: string, now: Date): Promise<OwnSession[]> {
  const open = await rows.listSessions(database(), who.personId, now)
  return open.map(({ id, tokenHash, since }) => ({
    id,
    since,
    isThisOne: tokenHash === hashOf(token),
  }))
}

export const endSession = (who: Who, id: number): Promise<void> =>
  rows.removeSessionById(database(), who.personId, id)
