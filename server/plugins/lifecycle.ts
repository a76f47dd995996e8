import { defineNitroPlugin } from 'nitropack/runtime'
import { closeDatabase } from '../db/database'
import { closePool } from '../workers/pool'
import { wake } from '../workers/proposalQueue'

/**
 * Goes on with what a server before this one left unfinished, closes everything; a server whose
 * starter was killed ends too.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', async () => {
    await closePool()
    await closeDatabase()
  })
  void wake()
  process.once('disconnect', () => process.exit(0))
})
