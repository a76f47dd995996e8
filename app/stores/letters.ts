import { keepLive } from '~/live/happened'
import type { Page } from '~~/shared/types/exchange'
import type { LetterFields } from '~~/shared/schemas/letters'
import type { Letter } from '~~/shared/types/letters'

/** Letters that went out or wait to. */
export const useLetterStore = defineStore('letters', () => {
  const api = useApi()
  const letters = ref<Letter[] | null>(null)
  const next = ref<string | null>(null)

  async function load(): Promise<void> {
    const page = await api.get<Page<Letter>>('/api/letters')
    letters.value = page.rows
    next.value = page.next
  }
  async function loadMore(): Promise<void> {
    const page = await api.get<Page<Letter>>(`/api/letters?after=${next.value ?? ''}`)
    letters.value = [...(letters.value ?? []), ...page.rows]
    next.value = page.next
  }
  const write = (fields: LetterFields) => api.post<Letter>('/api/letters', fields)
  async function sendAgain(id: number): Promise<void> {
    const letter = await api.post<Letter>(`/api/letters/${id}/again`, {})
    letters.value = (letters.value ?? []).map((one) => (one.id === id ? letter : one))
  }
  keepLive(
    ({ subject }) => subject === 'letter',
    () => letters.value !== null,
    load,
  )
  return { letters: readonly(letters), next: readonly(next), load, loadMore, write, sendAgain }
})
