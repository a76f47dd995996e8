import type { GuestBillOfMonth } from '~~/shared/types/guests'

/** What guests took of the house. */
export const useGuestStore = defineStore('guests', () => {
  const api = useApi()
  const bill = (personId: number, month: string) =>
    api.get<GuestBillOfMonth>(`/api/guests/${personId}/bill?month=${month}`)
  return { bill }
})
