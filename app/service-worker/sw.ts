/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core'
import { cleanupOutdatedCaches, precacheAndRoute } from 'workbox-precaching'
import { registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'
import { READ_CACHE } from '../outbox/forgetRead'

declare let self: ServiceWorkerGlobalScope

/**
 * Keeps the application and what it last read on the device, so that the bench goes on without a
 * network. It sends nothing: what was done waits in the outbox.
 */
precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
clientsClaim()

const SHELL_CACHE = 'shell'
/** Every place is the same page, which then draws what it is asked for. */
const SHELL = '/'

registerRoute(
  ({ request, url }) => request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
  async ({ request }) => {
    const shells = await caches.open(SHELL_CACHE)
    try {
      const answer = await fetch(request)
      if (answer.ok) await shells.put(SHELL, answer.clone())
      if (answer.status < 500) return answer
    } catch {
      // The server cannot be reached: the page that was kept is shown.
    }
    return (await shells.match(SHELL)) ?? Response.error()
  },
)

/** What Today, the plan, the racks and the bench read; all else needs the server. */
const READ =
  /^\/api\/(session|workshop|plan|plan\/question|pots|pieces|resins|recipes|readings|runs|runs\/\d+)$/
registerRoute(
  ({ request, url }) =>
    request.method === 'GET' && url.origin === self.location.origin && READ.test(url.pathname),
  new NetworkFirst({
    cacheName: READ_CACHE,
    plugins: [
      { cacheWillUpdate: ({ response }) => Promise.resolve(response.ok ? response : null) },
    ],
  }),
)
