/** What this device has kept is sent from whatever page is opened first. */
export default defineNuxtPlugin(() => {
  const outbox = useOutboxStore()
  void outbox.begin()
  addEventListener('online', () => void outbox.deliver())
})
