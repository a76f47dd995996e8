import { onHappened, onLost, readAgain } from '~/live/happened'
import type { Page } from '~~/shared/types/exchange'
import {
  EVERY_OPEN_ORDER,
  OPEN_STATES,
  type OrderFields,
  type OrderFilter,
} from '~~/shared/schemas/orders'
import type { Order } from '~~/shared/types/orders'

/** A filter as the address of its list; what filters nothing is left out. */
export function orderQuery(filter: Partial<OrderFilter>): URLSearchParams {
  const { all, customerId, ...words } = { ...EVERY_OPEN_ORDER, ...filter }
  const query = new URLSearchParams({ all: String(all) })
  if (customerId !== null) query.set('customer', String(customerId))
  for (const [name, word] of Object.entries(words))
    if (word && word !== 'promise') query.set(name, word)
  return query
}

/** What was asked for, by promise, a page at a time. */
export const useOrderStore = defineStore('orders', () => {
  const api = useApi()
  const orders = ref<Order[]>([])
  const next = ref<string | null>(null)
  const loaded = ref(false)
  const customers = ref<string[]>([])
  let listed = 0
  let shown: OrderFilter = EVERY_OPEN_ORDER

  const page = (query: URLSearchParams) => api.get<Page<Order>>(`/api/orders?${query.toString()}`)
  async function load(filter: Partial<OrderFilter> = {}): Promise<void> {
    const asked = ++listed
    shown = { ...EVERY_OPEN_ORDER, ...filter }
    const first = await page(orderQuery(shown))
    if (asked !== listed) return
    orders.value = first.rows
    next.value = first.next
    loaded.value = true
  }
  async function loadMore(): Promise<void> {
    const asked = listed
    if (next.value === null) return
    const query = orderQuery(shown)
    query.set('after', next.value)
    const more = await page(query)
    if (asked !== listed) return
    orders.value = [...orders.value, ...more.rows]
    next.value = more.next
  }
  /** A page of what a customer has ordered, the latest first. */
  function ofCustomer(customerId: number, after: string | null): Promise<Page<Order>> {
    const query = orderQuery({ all: true, customerId, sort: 'latest' })
    if (after !== null) query.set('after', after)
    return page(query)
  }
  async function loadCustomers(): Promise<void> {
    customers.value = await api.get<string[]>('/api/customers')
  }
  const get = (id: number) => api.get<Order>(`/api/orders/${id}`)
  const create = (fields: OrderFields) => api.post<Order>('/api/orders', fields)
  const save = (id: number, fields: OrderFields & { version: number }) =>
    api.put<Order>(`/api/orders/${id}`, fields)
  const byPromise = (x: Order, y: Order) => x.promisedAt.localeCompare(y.promisedAt) || x.id - y.id
  const isPlain = () => {
    const { all: _all, ...filter } = shown
    return Object.entries(filter).every(
      ([name, value]) => value === EVERY_OPEN_ORDER[name as keyof OrderFilter],
    )
  }
  /** An order as it is now takes its place in what is shown, or leaves it. */
  async function refresh(id: number): Promise<void> {
    const asked = listed
    const order = await get(id)
    if (asked !== listed) return
    const others = orders.value.filter((one) => one.id !== id)
    const last = orders.value.at(-1)
    const isWanted = shown.all || OPEN_STATES.includes(order.state)
    const isReached =
      next.value === null || (last !== undefined && order.promisedAt <= last.promisedAt)
    orders.value = isWanted && isReached ? [...others, order].sort(byPromise) : others
  }
  const readShown = readAgain(() => load(shown))
  onHappened(({ subject, id }) => {
    if (!loaded.value || subject !== 'order' || id === null) return
    // Whether a filter finds it is the server's to say.
    if (!isPlain()) return readShown()
    refresh(id).catch((error: unknown) => {
      // A guest hears of orders that are not theirs to see.
      if (!(error instanceof ProblemError)) throw error
    })
  })
  onLost(() => {
    if (loaded.value) void load(shown)
  })
  return {
    orders: readonly(orders),
    next: readonly(next),
    loaded: readonly(loaded),
    customers: readonly(customers),
    load,
    loadMore,
    ofCustomer,
    loadCustomers,
    get,
    create,
    save,
  }
})
