import { defineNitroPlugin } from 'nitropack/runtime'
import { closeDatabase } from '../db/database'
import { closePool } from '../workers/pool'

/** Opens nothing, closes everything; a server whose starter was killed ends too. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', async () => {
    await closePool()
    await closeDatabase()
  })
  process.once('disconnect', () => process.exit(0))
})
