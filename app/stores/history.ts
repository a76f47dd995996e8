import type { LiveEvent, Subject } from '~~/shared/events'
import type { Page } from '~~/shared/types/exchange'

/** Who changed what, a page at a time; kept by whoever shows it. */
export const useHistoryStore = defineStore('history', () => {
  const api = useApi()
  /** @param before cursor of the page before; empty for the newest */
  const page = (subject: Subject, id: number, before = '') =>
    api.get<Page<LiveEvent>>(`/api/history?subject=${subject}&id=${id}&before=${before}`)
  return { page }
})
