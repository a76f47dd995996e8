import type { PinnedPicture, PinnedTo } from '~~/shared/types/pinned'

/** Drawings and photographs that are pinned to recipes and orders. */
export const usePinnedStore = defineStore('pinned', () => {
  const api = useApi()
  const pathOf = (to: PinnedTo) =>
    'recipeId' in to ? `/api/recipes/${to.recipeId}/pictures` : `/api/orders/${to.orderId}/pictures`
  return {
    list: (to: PinnedTo) => api.get<PinnedPicture[]>(pathOf(to)),
    /** @returns all that is pinned there then; so when one is taken off */
    pin: (to: PinnedTo, file: Blob) => api.upload<PinnedPicture[]>(pathOf(to), file),
    takeOff: (id: number) => api.remove<PinnedPicture[]>(`/api/pinned/${id}`),
  }
})
