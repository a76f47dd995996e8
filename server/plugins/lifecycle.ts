import type { Server } from 'node:http'
import type { H3Event } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { closeDatabase } from '../db/database'
import { endListening } from '../events/live'
import { beginDelivery, endDelivery } from '../letters/delivery'
import { closePool } from '../workers/pool'
import { theQueue } from '../workers/queue'

/** Longer than clients and proxies keep a connection that rests, so that it is not closed under a request. */
const REST_MS = 75_000

/** The server of the first request is the server of all. */
function keepAlive({ node }: H3Event): void {
  const { server } = node.req.socket as typeof node.req.socket & { server?: Server }
  if (server) server.keepAliveTimeout = REST_MS
}

/**
 * Works on what is proposed, ends and closes everything; a server whose starter was killed ends too.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', async () => {
    await theQueue().end()
    await endDelivery()
    await closePool()
    await closeDatabase()
  })
  void theQueue().wake()
  beginDelivery()
  nitro.hooks.hookOnce('request', keepAlive)
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, endListening)
  process.once('disconnect', () => process.exit(0))
})
