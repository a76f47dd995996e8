import { keepLive } from '~/live/happened'
import type { Page } from '~~/shared/types/exchange'
import type { NotebookFilter, NotebookRow } from '~~/shared/types/notebook'

/** What was done and how it came out, newest first, a page at a time. */
export const useNotebookStore = defineStore('notebook', () => {
  const api = useApi()
  const rows = ref<NotebookRow[]>([])
  const next = ref<string | null>(null)
  let pages = 0
  let asked = 0
  let shown: NotebookFilter = { find: '', state: null }

  function page(before: string | null): Promise<Page<NotebookRow>> {
    const query = new URLSearchParams()
    if (shown.find.trim() !== '') query.set('find', shown.find)
    if (shown.state !== null) query.set('state', shown.state)
    if (before !== null) query.set('before', before)
    const text = query.toString()
    return api.get<Page<NotebookRow>>(`/api/notebook${text ? `?${text}` : ''}`)
  }
  async function load(filter: NotebookFilter = shown): Promise<void> {
    shown = { ...filter }
    const own = ++asked
    const first = await page(null)
    if (own !== asked) return
    rows.value = first.rows
    pages = 1
    next.value = first.next
  }
  async function loadMore(): Promise<void> {
    if (next.value === null) return
    const own = asked
    const more = await page(next.value)
    if (own !== asked) return
    rows.value = [...rows.value, ...more.rows]
    pages++
    next.value = more.next
  }
  // Who has read on to older pages is not thrown back to the first.
  keepLive(
    ({ subject, kind }) => subject === 'piece' || (subject === 'run' && kind === 'poured'),
    () => pages === 1,
    () => load(),
  )
  return { rows: readonly(rows), next: readonly(next), load, loadMore }
})
