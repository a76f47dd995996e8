import { randomInt } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import { issue } from '../../../core/result'
import type { SecondFactorState } from '../../../shared/types/people'
import { passwordOf } from '../../db/accounts'
import { database } from '../../db/database'
import { keepSecondFactor, secondFactorOf, takeSpare, takeStep } from '../../db/secondFactor'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { inTransaction } from '../transactions'
import type { Who } from '../Who'
import { requireOwnPassword } from './ownPassword'
import { hashOf } from './secrets'

/** As every authenticator takes it (RFC 6238): six digits, thirty seconds, SHA-1. */
const KIND = { algorithm: 'SHA1', digits: 6, period: 30 } as const
const ISSUER = 'Velvet Batch'
const SECRET_BYTES = 20
/** A device's clock may be a step off. */
const STEPS_OFF = 1
const SPARE_CODES = 8
const SPARE_LENGTH = 10
/** Without letters and digits that look alike. */
const SPARE_LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'

const totpOf = (secret: string, label = '') =>
  new TOTP({ ...KIND, issuer: ISSUER, label, secret: Secret.fromBase32(secret) })
const bare = (code: string) => code.replace(/[\s-]/g, '').toLowerCase()

/** The step of time that a code is of; null where it is none of now. */
function stepOf(secret: string, code: string, now: Date): number | null {
  const timestamp = now.getTime()
  const totp = totpOf(secret)
  const off = totp.validate({ token: bare(code), timestamp, window: STEPS_OFF })
  return off === null ? null : totp.counter({ timestamp }) + off
}

/** @param as what it is refused: a field of a form, or somebody at the door */
const wrongCode = (as: 'invalid-input' | 'wrong-password') =>
  new AppError(as, 'The code is wrong, or was used before.', {
    issues: [issue('code', 'code-wrong')],
  })

/** Whether one has a second factor, and how many spare codes are left. */
export async function secondFactorState(who: Who): Promise<SecondFactorState> {
  const own = await passwordOf(database(), who.personId)
  const factor = own && (await secondFactorOf(database(), own.personId))
  return { isOn: factor !== null, spareLeft: factor?.spare.length ?? 0 }
}

/** A new secret for one's device; it counts once a code of it has been given. */
export function newSecondFactor(who: Who): { secret: string; address: string } {
  const secret = new Secret({ size: SECRET_BYTES }).base32
  return { secret, address: totpOf(secret, who.name).toString() }
}

const spareCode = () =>
  Array.from({ length: SPARE_LENGTH }, () => SPARE_LETTERS[randomInt(SPARE_LETTERS.length)]).join(
    '',
  )

/**
 * Takes a secret as one's second factor.
 * @returns spare codes, each for once, which are told this one time
 */
export async function turnOn(
  who: Who,
  { password, secret, code }: { password: string; secret: string; code: string },
  now: Date,
): Promise<{ spare: string[] }> {
  const personId = await requireOwnPassword(who, password, 'password')
  if (stepOf(secret, code, now) === null) throw wrongCode('invalid-input')
  const spare = Array.from({ length: SPARE_CODES }, spareCode)
  await keep(who, personId, { secret, spare: spare.map(hashOf) }, now)
  return { spare }
}

/** Does without a second factor from now on. */
export async function turnOff(who: Who, password: string, now: Date): Promise<void> {
  await keep(who, await requireOwnPassword(who, password, 'password'), null, now)
}

const keep = (
  who: Who,
  personId: number,
  factor: Parameters<typeof keepSecondFactor>[2],
  now: Date,
): Promise<void> =>
  inTransaction(async (trx) => {
    await keepSecondFactor(trx, personId, factor)
    tell(trx, who.workspaceId, {
      subject: 'person',
      kind: factor ? 'second factor on' : 'second factor off',
      id: who.personId,
      by: who.personId,
      at: now,
    })
  })

/**
 * Asks for the second factor of whoever has given the right password.
 * @param personId the row whose password it is
 * @throws AppError `wrong-password` at `code` where it is missing or wrong
 */
export async function requireSecondFactor(
  personId: number,
  code: string,
  now: Date,
): Promise<void> {
  const factor = await secondFactorOf(database(), personId)
  if (factor === null) return
  if (code.trim() === '')
    throw new AppError('wrong-password', 'The code of your device is asked for, too.', {
      issues: [issue('code', 'code-missing')],
    })
  const step = stepOf(factor.secret, code, now)
  const isTaken =
    step === null
      ? await takeSpare(database(), personId, hashOf(bare(code)))
      : await takeStep(database(), personId, step)
  if (!isTaken) throw wrongCode('wrong-password')
}
