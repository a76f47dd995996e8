/**
 * The clocks of all benches on every page: the nearest in the title, and sound, vibration and, where
 * it is allowed and nobody looks, a notification when one has run out.
 */
export function useRunClocks() {
  const clocks = useClockStore()
  const session = useSessionStore()
  const route = useRoute()
  const chime = useChime()
  const now = useTicking(500)
  const BUZZ_MS = [200, 100, 200]

  watch(
    () => session.person?.id,
    (id) => {
      clocks.forget()
      // Where the server cannot be reached there is nothing to show but the run that is open.
      if (id !== undefined) void clocks.load().catch(() => undefined)
    },
    { immediate: true },
  )
  const nearest = computed(() => clocks.clocks.find(({ until }) => until > now.value) ?? null)
  const title = computed(() =>
    nearest.value
      ? `${clockText(nearest.value.until - now.value)} ${nearest.value.letter} ${nearest.value.words} · `
      : '',
  )
  /** Those that have run out already when they are first seen are no news. */
  const ran = new Set<string>()
  watch(
    () => clocks.clocks.filter(({ until }) => until <= now.value).map(({ key }) => key),
    (over, before) => {
      const fresh = over.filter((key) => !ran.has(key))
      for (const key of fresh) ran.add(key)
      if (before === undefined) return
      // The bench itself tells of its own.
      const told = clocks.clocks.filter(
        ({ key, potId }) => fresh.includes(key) && route.path !== `/bench/${potId}`,
      )
      if (told.length === 0) return
      chime.ranOut()
      if ('vibrate' in navigator) navigator.vibrate(BUZZ_MS)
      if (document.hidden && 'Notification' in window && Notification.permission === 'granted')
        for (const { letter, words } of told) new Notification(`Pot ${letter}: ${words}`)
    },
    { immediate: true },
  )
  return { now, title, nearest }
}
