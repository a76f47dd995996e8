<script setup lang="ts">
import { onHappened, readAgain } from '~/live/happened'
import type { Order } from '~~/shared/types/orders'
import type { OrderPrices } from '~~/shared/types/quotes'

/** What an order costs, is offered for, and has brought in. */
const { order } = defineProps<{ order: Order }>()
const quotes = useQuoteStore()
const session = useSessionStore()
const prices = ref<OrderPrices | null>(null)
const { ready, failure, again } = useLoading(async () => {
  prices.value = await quotes.ofOrder(order.id)
})
/** Quotes and payments of others are told as what happened to the order. */
const readSoon = readAgain(async () => {
  prices.value = await quotes.ofOrder(order.id)
})
const { off } = onHappened(({ subject, id }) => {
  if (subject === 'order' && id === order.id) readSoon()
})
onScopeDispose(off)
function sent(fresh: OrderPrices): void {
  prices.value = fresh
  isAsked.value = false
}
const mayQuote = computed(() => session.may('change prices') && (prices.value?.now.length ?? 0) > 0)
/** What is agreed stands; a new quote is made only when somebody wants one. */
const isAgreed = computed(() => prices.value?.quotes.some(({ state }) => state === 'accepted'))
const isAsked = ref(false)
/** Pieces that were agreed are those of the order, or it is told that they are not. */
const isOther = computed(() => {
  const agreed = prices.value?.quotes.find(({ state }) => state === 'accepted')
  if (!agreed) return false
  const of = (lines: readonly { recipeId: number; pieces: number }[]) =>
    JSON.stringify(lines.map(({ recipeId, pieces }) => [recipeId, pieces]))
  return of(agreed.figures.lines) !== of(prices.value?.now ?? [])
})
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <p v-else-if="!ready || !prices" class="text-soft" role="status">Fetching its prices …</p>
  <div v-else class="space-y-8">
    <p v-if="isOther" class="border-l-4 border-hands bg-hands-wash px-4 py-2" role="status">
      The pieces of this order are others than were agreed: send a new quote, or change the order
      back.
    </p>
    <QuoteList
      v-if="prices.quotes.length > 0"
      :quotes="prices.quotes"
      :now="prices.now"
      @changed="prices = $event"
    />
    <PaymentList :order-id="order.id" :prices="prices" @changed="prices = $event" />
    <OrderEarned
      :order-id="order.id"
      :agreed="prices.quotes.filter(({ state }) => state === 'accepted').length"
    />
    <p v-for="line in prices.refused" :key="line.name" role="alert" class="wrong">
      {{ line.name }} cannot be costed: {{ line.why }}
    </p>
    <button
      v-if="mayQuote && isAgreed && !isAsked"
      type="button"
      class="quiet"
      @click="isAsked = true"
    >
      Make a new quote
    </button>
    <QuoteDraft
      v-else-if="mayQuote"
      :key="prices.now.map(({ lineId }) => lineId).join()"
      :order-id="order.id"
      :prices="prices"
      @changed="sent"
    />
  </div>
</template>
