import { defineNitroPlugin } from 'nitropack/runtime'
import { closeDatabase } from '../db/database'
import { closePool } from '../workers/pool'
import { theQueue } from '../workers/queue'

/**
 * Works on what is proposed, closes everything; a server whose
 * starter was killed ends too.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', async () => {
    await theQueue().end()
    await closePool()
    await closeDatabase()
  })
  void theQueue().wake()
  process.once('disconnect', () => process.exit(0))
})
