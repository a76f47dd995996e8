import type { PaymentFields, QuoteFields } from '~~/shared/schemas/quotes'
import type { EarnedBy } from '~~/shared/types/earned'
import type { OrderPrices, OwedList, Payment, Quote } from '~~/shared/types/quotes'

/** What orders are offered for, and the money that came of them. */
export const useQuoteStore = defineStore('quotes', () => {
  const api = useApi()
  const ofOrder = (orderId: number) => api.get<OrderPrices>(`/api/orders/${orderId}/prices`)
  const send = (orderId: number, quote: QuoteFields) =>
    api.post<OrderPrices>(`/api/orders/${orderId}/quotes`, quote)
  const decide = ({ id, version }: Quote, as: 'accepted' | 'declined', reason: string) =>
    api.post<OrderPrices>(`/api/quotes/${id}/decide`, { version, as, reason })
  const pay = (orderId: number, payment: PaymentFields) =>
    api.post<OrderPrices>(`/api/orders/${orderId}/payments`, payment)
  const takeBack = ({ id }: Payment, note: string) =>
    api.post<OrderPrices>(`/api/payments/${id}/take-back`, { note })
  const earnedOfOrder = (orderId: number) => api.get<EarnedBy>(`/api/orders/${orderId}/earned`)
  const earned = (month: string, months: number) =>
    api.get<EarnedBy>(`/api/earned?month=${month}&months=${months}`)
  const owed = (customerId: number | null = null) =>
    api.get<OwedList>(`/api/owed${customerId === null ? '' : `?customer=${customerId}`}`)
  return { ofOrder, owed, earned, earnedOfOrder, send, decide, pay, takeBack }
})
