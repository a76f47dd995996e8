import type { Page } from '~~/shared/types/exchange'
import type { OrderFields } from '~~/shared/schemas/orders'
import type { Order } from '~~/shared/types/orders'

/** What was asked for, by promise, a page at a time. */
export const useOrderStore = defineStore('orders', () => {
  const api = useApi()
  const orders = ref<Order[]>([])
  const next = ref<string | null>(null)
  const loaded = ref(false)
  let listed = 0

  async function load(all: boolean): Promise<void> {
    const asked = ++listed
    const page = await api.get<Page<Order>>(`/api/orders?all=${all}`)
    if (asked !== listed) return
    orders.value = page.rows
    next.value = page.next
    loaded.value = true
  }
  async function loadMore(all: boolean): Promise<void> {
    if (next.value === null) return
    const page = await api.get<Page<Order>>(
      `/api/orders?all=${all}&after=${encodeURIComponent(next.value)}`,
    )
    orders.value = [...orders.value, ...page.rows]
    next.value = page.next
  }
  const get = (id: number) => api.get<Order>(`/api/orders/${id}`)
  const create = (fields: OrderFields) => api.post<Order>('/api/orders', fields)
  const save = (id: number, fields: OrderFields & { version: number }) =>
    api.put<Order>(`/api/orders/${id}`, fields)
  return {
    orders: readonly(orders),
    next: readonly(next),
    loaded: readonly(loaded),
    load,
    loadMore,
    get,
    create,
    save,
  }
})
