import { keepLive } from '~/live/happened'
import type { Page } from '~~/shared/types/exchange'
import type { LotFields, NewLot, ToldMovement } from '~~/shared/schemas/stock'
import type { LotRow, LotView, MovementRow } from '~~/shared/types/stock'
import { wareKey } from '~~/core/stock'

/** The bottles of the stores, and what comes into and goes out of them. */
export const useStockStore = defineStore('stock', () => {
  const api = useApi()
  const lots = shallowRef<LotRow[]>([])
  const loaded = ref(false)
  const byWare = computed(() => {
    const grouped = new Map<string, LotRow[]>()
    for (const lot of lots.value) {
      const key = wareKey(lot.ware)
      grouped.set(key, [...(grouped.get(key) ?? []), lot])
    }
    return grouped
  })
  async function load(): Promise<void> {
    lots.value = await api.get<LotRow[]>('/api/stock/lots')
    loaded.value = true
  }
  async function receive(added: readonly NewLot[]): Promise<void> {
    await api.post<LotRow[]>('/api/stock/lots', { lots: added })
    await load()
  }
  const view = (id: number) => api.get<LotView>(`/api/stock/lots/${id}`)
  const save = (id: number, fields: LotFields & { version: number }) =>
    api.put<LotRow>(`/api/stock/lots/${id}`, fields)
  async function tell(movements: readonly ToldMovement[]): Promise<void> {
    lots.value = await api.post<LotRow[]>('/api/stock/movements', { movements })
  }
  async function takeBack(id: number, note: string): Promise<void> {
    lots.value = await api.post<LotRow[]>(`/api/stock/movements/${id}/take-back`, { note })
  }
  const movements = (before: string | null) =>
    api.get<Page<MovementRow>>(`/api/stock/movements${before ? `?before=${before}` : ''}`)
  keepLive(
    ({ subject }) => subject === 'stock',
    () => loaded.value,
    load,
  )
  return {
    lots,
    byWare,
    loaded: readonly(loaded),
    load,
    receive,
    view,
    save,
    tell,
    takeBack,
    movements,
  }
})
