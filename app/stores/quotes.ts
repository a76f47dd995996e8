import type { PaymentFields, QuoteFields } from '~~/shared/schemas/quotes'
import type { OrderPrices, Payment, Quote } from '~~/shared/types/quotes'

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
  return { ofOrder, send, decide, pay, takeBack }
})
