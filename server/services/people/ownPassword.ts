import { verify } from '@node-rs/argon2'
import { issue } from '../../../core/result'
import { passwordOf } from '../../db/accounts'
import { database } from '../../db/database'
import { AppError } from '../AppError'
import type { Who } from '../Who'
import { limiterOf, takeTry } from './tries'

/**
 * Asks for one's own password once more, before something that a session alone is not enough for.
 * @param path the field where it is typed
 * @returns the row whose password it is
 * @throws AppError where it is another, or after too many tries
 */
export async function requireOwnPassword(
  who: Who,
  password: string,
  path: string,
): Promise<number> {
  const tries = limiterOf('own password')
  await takeTry(tries, String(who.personId))
  const own = await passwordOf(database(), who.personId)
  if (own === null || !(await verify(own.passwordHash, password)))
    throw new AppError('invalid-input', 'The password that you have now is another.', {
      issues: [issue(path, 'password-wrong')],
    })
  await tries.delete(String(who.personId))
  return own.personId
}
