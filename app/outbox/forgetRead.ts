/** What the service worker has read of the server, by the name of its store. */
export const READ_CACHE = 'read'

/** Forgets what was read: the next at this device may be somebody else. */
export async function forgetRead(): Promise<void> {
  if (typeof caches !== 'undefined') await caches.delete(READ_CACHE)
}
