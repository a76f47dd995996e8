import { keepLive } from '~/live/happened'
import type { Page } from '~~/shared/types/exchange'
import type { NotebookRow } from '~~/shared/types/notebook'

/** What was done and how it came out, newest first, a page at a time. */
export const useNotebookStore = defineStore('notebook', () => {
  const api = useApi()
  const rows = ref<NotebookRow[]>([])
  const next = ref<string | null>(null)
  let pages = 0

  async function load(): Promise<void> {
    const page = await api.get<Page<NotebookRow>>('/api/notebook')
    rows.value = page.rows
    pages = 1
    next.value = page.next
  }
  async function loadMore(): Promise<void> {
    if (next.value === null) return
    const page = await api.get<Page<NotebookRow>>(`/api/notebook?before=${next.value}`)
    rows.value = [...rows.value, ...page.rows]
    pages++
    next.value = page.next
  }
  // Who has read on to older pages is not thrown back to the first.
  keepLive(
    ({ subject, kind }) => subject === 'piece' || (subject === 'run' && kind === 'poured'),
    () => pages === 1,
    load,
  )
  return { rows: readonly(rows), next: readonly(next), load, loadMore }
})
