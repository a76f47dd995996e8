import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible'
import { database } from '../../db/database'
import { AppError } from '../AppError'

const FREE_TRIES = 5
/**
 * How long the next try has to wait after five wrong ones, and how long wrong tries are remembered.
 */
const PAUSE_S = 30
const REMEMBER_S = 15 * 60

/**
 * How many wrong tries are free, and then how long the next has to wait: of a name from an address;
 * of an address, whatever the names; of a name, from wherever; of a person at a device that they
 * have signed in from before, which only their own wrong tries there count for; and of one's own
 * password while one is signed in.
 */
const LIMITS = {
  'name and address': { points: FREE_TRIES, blockDuration: PAUSE_S },
  address: { points: 6 * FREE_TRIES, blockDuration: 10 * PAUSE_S },
  name: { points: 10 * FREE_TRIES, blockDuration: 10 * PAUSE_S },
  device: { points: FREE_TRIES, blockDuration: PAUSE_S },
  'own password': { points: FREE_TRIES, blockDuration: PAUSE_S },
} as const
export type Limit = keyof typeof LIMITS

export const limiterOf = (limit: Limit): RateLimiterMySQL =>
  new RateLimiterMySQL(
    {
      storeClient: database(),
      storeType: 'knex',
      dbName: database().client.config.connection.database,
      tableName: 'sign_in_tries',
      tableCreated: true,
      duration: REMEMBER_S,
      keyPrefix: `sign-in ${limit}`,
      ...LIMITS[limit],
    },
    () => undefined,
  )

/** @throws AppError `too-many-tries` where the next has to wait */
export async function takeTry(limiter: RateLimiterMySQL, key: string): Promise<void> {
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
