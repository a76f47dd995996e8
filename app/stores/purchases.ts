import { keepLive } from '~/live/happened'
import type { BoughtWare, BuyingTerms, PurchaseFields, Received } from '~~/shared/schemas/purchases'
import type { BuyRow, Purchase } from '~~/shared/types/purchases'

/** What is to be bought for the stores, and what is ordered. */
export const usePurchaseStore = defineStore('purchases', () => {
  const api = useApi()
  const rows = shallowRef<BuyRow[]>([])
  const purchases = shallowRef<Purchase[]>([])
  const loaded = ref(false)
  const open = computed(() => purchases.value.filter(({ closedAt }) => closedAt === null))

  async function load(): Promise<void> {
    const [toBuy, ordered] = await Promise.all([
      api.get<BuyRow[]>('/api/stock/to-buy'),
      api.get<Purchase[]>('/api/stock/purchases'),
    ])
    rows.value = toBuy
    purchases.value = ordered
    loaded.value = true
  }
  async function loadPurchases(): Promise<void> {
    purchases.value = await api.get<Purchase[]>('/api/stock/purchases')
  }
  async function saveTerms(terms: BuyingTerms & { ware: BoughtWare }): Promise<void> {
    rows.value = await api.put<BuyRow[]>('/api/stock/terms', terms)
  }
  async function place(fields: PurchaseFields): Promise<void> {
    await api.post<Purchase>('/api/stock/purchases', fields)
    await load()
  }
  async function receive(received: Received): Promise<void> {
    await api.post<Purchase>('/api/stock/purchases/received', received)
    await load()
  }
  async function close({ id, version }: Purchase): Promise<void> {
    await api.post<Purchase>(`/api/stock/purchases/${id}/close`, { version })
    await load()
  }
  keepLive(
    ({ subject }) => subject === 'purchase' || subject === 'stock' || subject === 'plan',
    () => loaded.value,
    load,
  )
  return { rows, purchases, open, load, loadPurchases, saveTerms, place, receive, close }
})
