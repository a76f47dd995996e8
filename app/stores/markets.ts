import type { FinishedFields, MarketFields, MarketSale } from '~~/shared/schemas/markets'
import type { FinishedRow, Market, MarketProductRow, MarketRow } from '~~/shared/types/markets'

/** Market days, and what is finished and nobody's. */
export const useMarketStore = defineStore('markets', () => {
  const api = useApi()
  const list = () => api.get<MarketRow[]>('/api/markets')
  const get = (orderId: number) => api.get<Market>(`/api/markets/${orderId}`)
  const product = (orderId: number, recipeId: number) =>
    api.get<MarketProductRow>(`/api/markets/${orderId}/products/${recipeId}`)
  const save = (orderId: number, fields: MarketFields & { version: number }) =>
    api.put<Market>(`/api/markets/${orderId}`, fields)
  const tellSales = (orderId: number, told: { version: number; sales: MarketSale[] }) =>
    api.post<Market>(`/api/markets/${orderId}/sales`, told)
  const finished = () => api.get<FinishedRow[]>('/api/finished')
  const saveFinished = (recipeId: number, fields: FinishedFields & { version: number }) =>
    api.put<FinishedRow[]>(`/api/finished/${recipeId}`, fields)
  return { list, get, product, save, tellSales, finished, saveFinished }
})
