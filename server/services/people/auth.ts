import { randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { issue } from '../../../core/result'
import type { OwnUnits } from '../../../core/units'
import type { MeasureChoice } from '../../../shared/schemas/people'
import type { Person } from '../../../shared/types/people'
import { database } from '../../db/database'
import {
  addSession,
  findPersonBySession,
  findPersonBySignIn,
  isDevice,
  isKnownDevice,
  keepDevice,
  removeExpiredSessions,
  removeOldDevices,
  removeSession,
  saveMeasure,
  saveUnits,
} from '../../db/people'
import { AppError } from '../AppError'
import { requireSecondFactor } from './secondFactor'
import { hashOf, newSecret } from './secrets'
import { limiterOf, takeTry, type Limit } from './tries'
import type { Who } from '../Who'
import { MS_PER_DAY } from '../../../core/units'

/** A session lasts for two weeks; makers share devices, so not longer. */
export const SESSION_DAYS = 14
/** A device that nobody signed in from for so long is forgotten. */
export const DEVICE_DAYS = 365
/** Argon2id with the library's defaults (OWASP's second recommendation: 19 MiB, 2 passes). */
export const hashPassword = (password: string): Promise<string> => hash(password)

/** A hash that no password has, so that an unknown name takes as long as a wrong password. */
const NOBODY = hash(randomBytes(16))

/** A name as people type it, with blanks around it and in capitals or not. */
const folded = (signInName: string): string => signInName.trim().toLowerCase()

/** From where somebody signs in: the address, and the secret that a known device keeps. */
export interface SignInFrom {
  address: string
  device: string | null
}

/**
 * Checks a name and a password and opens a session. Wrong tries make the next wait; a stranger's do
 * not keep anybody from signing in at a device of their own.
 * @param code of the second factor, asked for once the password is right
 * @returns the session's token for the cookie, and the device's; only their hashes are kept
 */
export async function signIn(
  signInName: string,
  password: string,
  { address, device }: SignInFrom,
  now: Date,
  code = '',
): Promise<{ token: string; device: string; person: Person }> {
  const name = folded(signInName)
  const found = await findPersonBySignIn(database(), name)
  const isKnown =
    found !== null &&
    device !== null &&
    (await isKnownDevice(database(), found.person.id, hashOf(device)))
  const tries: [Limit, string][] = isKnown
    ? [['device', hashOf(device ?? '')]]
    : [
        ['name and address', hashOf(`${name}|${address}`)],
        ['address', hashOf(address)],
        ['name', hashOf(name)],
      ]
  for (const [limit, key] of tries) await takeTry(limiterOf(limit), key)
  const matches = await verify(found?.passwordHash ?? (await NOBODY), password)
  if (!found || !matches)
    throw new AppError('wrong-password', 'The name or the password is wrong.', {
      issues: [issue('password', 'sign-in-wrong')],
    })
  await requireSecondFactor(found.person.id, code, now)
  for (const [limit, key] of tries) await limiterOf(limit).reward(key, 1)
  const [own] = tries
  if (own) await limiterOf(own[0]).delete(own[1])
  await removeExpiredSessions(database(), now)
  // Makers share devices; but a secret that we have not given out ourselves is not taken over.
  const isOurs = device !== null && (await isDevice(database(), hashOf(device)))
  const [token, known] = [newSecret(), isOurs ? device : newSecret()]
  const { person, workspaceId } = found
  await removeOldDevices(database(), new Date(now.getTime() - DEVICE_DAYS * MS_PER_DAY))
  await keepDevice(database(), { workspaceId, personId: person.id, tokenHash: hashOf(known), now })
  await keepSession(token, { personId: person.id, workspaceId }, now)
  return { token, device: known, person }
}

const keepSession = (token: string, whose: { personId: number; workspaceId: number }, now: Date) =>
  addSession(database(), {
    ...whose,
    tokenHash: hashOf(token),
    createdAt: now,
    expiresAt: new Date(now.getTime() + SESSION_DAYS * MS_PER_DAY),
  })

/** Opens a session for somebody of whom it is known already that it is them. */
export async function openSession(
  whose: { personId: number; workspaceId: number },
  now: Date,
): Promise<{ token: string; person: Person }> {
  const token = newSecret()
  await keepSession(token, whose, now)
  const opened = await personOfToken(token, now)
  if (!opened) throw new AppError('not-signed-in', 'Sign in first.')
  return { token, person: opened.person }
}

export async function personOfToken(
  token: string,
  now: Date,
): Promise<{ person: Person; who: Who } | null> {
  const found = await findPersonBySession(database(), hashOf(token), now)
  if (!found) return null
  const { person, workspaceId } = found
  return { person, who: { personId: person.id, workspaceId, role: person.role, name: person.name } }
}

export const signOut = (token: string): Promise<void> => removeSession(database(), hashOf(token))

export async function chooseMeasure(
  who: Who,
  measure: MeasureChoice,
  now: Date,
): Promise<MeasureChoice> {
  await saveMeasure(database(), who.workspaceId, who.personId, measure, now)
  return measure
}

export async function chooseUnits(who: Who, units: OwnUnits, now: Date): Promise<OwnUnits> {
  await saveUnits(database(), who.workspaceId, who.personId, units, now)
  return units
}
