import { randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible'
import { issue } from '../../../core/result'
import type { OwnUnits } from '../../../core/units'
import type { MeasureChoice } from '../../../shared/schemas/people'
import type { Person } from '../../../shared/types/people'
import { database } from '../../db/database'
import {
  addSession,
  findPersonBySession,
  findPersonBySignIn,
  removeExpiredSessions,
  removeSession,
  saveMeasure,
  saveUnits,
} from '../../db/people'
import { AppError } from '../AppError'
import { hashOf, newSecret } from './secrets'
import type { Who } from '../Who'
import { MS_PER_DAY } from '../../../core/units'

/** A session lasts for two weeks; makers share devices, so not longer. */
export const SESSION_DAYS = 14
const FREE_TRIES = 5
/**
 * How long the next try has to wait after five wrong ones, and how long wrong tries are remembered.
 */
const PAUSE_S = 30
const REMEMBER_S = 15 * 60

/** Argon2id with the library's defaults (OWASP's second recommendation: 19 MiB, 2 passes). */
export const hashPassword = (password: string): Promise<string> => hash(password)

/** A hash that no password has, so that an unknown name takes as long as a wrong password. */
const NOBODY = hash(randomBytes(16))

function triesLimiter(): RateLimiterMySQL {
  return new RateLimiterMySQL(
    {
      storeClient: database(),
      storeType: 'knex',
      dbName: database().client.config.connection.database,
      tableName: 'sign_in_tries',
      tableCreated: true,
      points: FREE_TRIES,
      duration: REMEMBER_S,
      blockDuration: PAUSE_S,
      keyPrefix: 'sign-in',
    },
    () => undefined,
  )
}

/**
 * Checks a name and a password and opens a session. Five wrong tries for a name from an address
 * make the next wait.
 * @returns the session's token for the cookie; only its hash is kept
 */
export async function signIn(
  signInName: string,
  password: string,
  address: string,
  now: Date,
): Promise<{ token: string; person: Person }> {
  const limiter = triesLimiter()
  const key = `${signInName.toLowerCase()}|${address}`.slice(0, 200)
  await takeTry(limiter, key)
  const found = await findPersonBySignIn(database(), signInName)
  const matches = await verify(found?.passwordHash ?? (await NOBODY), password)
  if (!found || !matches)
    throw new AppError('wrong-password', 'The name or the password is wrong.', {
      issues: [issue('password', 'sign-in-wrong')],
    })
  await limiter.delete(key)
  await removeExpiredSessions(database(), now)
  const token = newSecret()
  await addSession(database(), {
    tokenHash: hashOf(token),
    personId: found.person.id,
    workspaceId: found.workspaceId,
    createdAt: now,
    expiresAt: new Date(now.getTime() + SESSION_DAYS * MS_PER_DAY),
  })
  return { token, person: found.person }
}

async function takeTry(limiter: RateLimiterMySQL, key: string): Promise<void> {
  try {
    await limiter.consume(key)
  } catch (refused) {
    if (!(refused instanceof RateLimiterRes)) throw refused
    const seconds = Math.ceil(refused.msBeforeNext / 1000)
    throw new AppError(
      'too-many-tries',
      `Too many wrong tries. Wait ${seconds} seconds and try again.`,
      { retryAfterS: seconds },
    )
  }
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
