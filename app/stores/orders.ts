import { onHappened, onLost } from '~/live/happened'
import type { Page } from '~~/shared/types/exchange'
import { OPEN_STATES, type OrderFields } from '~~/shared/schemas/orders'
import type { Order } from '~~/shared/types/orders'

/** What was asked for, by promise, a page at a time. */
export const useOrderStore = defineStore('orders', () => {
  const api = useApi()
  const orders = ref<Order[]>([])
  const next = ref<string | null>(null)
  const loaded = ref(false)
  let listed = 0
  let shownAll = false

  async function load(all: boolean): Promise<void> {
    const asked = ++listed
    shownAll = all
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
  const byPromise = (x: Order, y: Order) => x.promisedAt.localeCompare(y.promisedAt) || x.id - y.id
  /** An order as it is now takes its place in what is shown, or leaves it. */
  async function refresh(id: number): Promise<void> {
    const asked = listed
    const order = await get(id)
    if (asked !== listed) return
    const others = orders.value.filter((one) => one.id !== id)
    const last = orders.value.at(-1)
    const isWanted = shownAll || OPEN_STATES.includes(order.state)
    const isReached =
      next.value === null || (last !== undefined && order.promisedAt <= last.promisedAt)
    orders.value = isWanted && isReached ? [...others, order].sort(byPromise) : others
  }
  onHappened(({ subject, id }) => {
    if (loaded.value && subject === 'order' && id !== null)
      refresh(id).catch((error: unknown) => {
        // A guest hears of orders that are not theirs to see.
        if (!(error instanceof ProblemError)) throw error
      })
  })
  onLost(() => {
    if (loaded.value) void load(shownAll)
  })
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
