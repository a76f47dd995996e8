import type { FeedName } from '~~/shared/schemas/calendars'
import type { CalendarFeeds } from '~~/shared/types/calendars'

/** The secret addresses of calendars; an address itself is told once, when it is made. */
export const useCalendarStore = defineStore('calendars', () => {
  const api = useApi()
  const feeds = ref<CalendarFeeds | null>(null)
  async function load(): Promise<void> {
    feeds.value = await api.get<CalendarFeeds>('/api/me/calendars')
  }
  /** @returns the new address */
  async function renew(whose: FeedName): Promise<string> {
    const { path } = await api.post<{ path: string }>('/api/me/calendars', { whose })
    await load()
    return `${window.location.origin}${path}`
  }
  async function stop(whose: FeedName): Promise<void> {
    await api.remove(`/api/me/calendars/${whose}`)
    await load()
  }
  return { feeds: readonly(feeds), load, renew, stop }
})
