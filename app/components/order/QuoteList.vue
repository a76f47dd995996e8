<script setup lang="ts">
import { decideQuoteSchema, type CostedLine } from '~~/shared/schemas/quotes'
import type { OrderPrices, Quote } from '~~/shared/types/quotes'

/** What was offered for an order, and what became of it. */
const { quotes, now } = defineProps<{ quotes: readonly Quote[]; now: readonly CostedLine[] }>()
const emit = defineEmits<{ changed: [prices: OrderPrices] }>()
const store = useQuoteStore()
const session = useSessionStore()
const { day, localNow } = useWhen()
const STATE_WORDS = {
  sent: 'waits for an answer',
  accepted: 'accepted',
  declined: 'declined',
  replaced: 'replaced by a later one',
} as const
const today = computed(() => localNow().toISODate() ?? '')
const isPast = ({ state, validUntil }: Quote) => state === 'sent' && validUntil < today.value
/** What its pieces would cost now, where that is another sum than was worked out then. */
const nowCosts = ({ figures }: Quote): string | null => {
  const costs = new Map(now.map((line) => [line.lineId, line.cost.costPerGood]))
  const isMoved = figures.lines.some(
    ({ lineId, cost }) => costs.has(lineId) && costs.get(lineId) !== cost.costPerGood,
  )
  return isMoved
    ? figures.lines
        .map(({ name, lineId }) => `${name} ${written(costs.get(lineId) ?? '')}`)
        .join(', ')
    : null
}
const reason = ref('')
const form = useForm({
  schema: decideQuoteSchema,
  send: ({ as, reason: why }) => store.decide(asked.value!, as, why),
  done: (fresh) => {
    reason.value = ''
    emit('changed', fresh)
  },
})
const asked = ref<Quote | null>(null)
function decide(quote: Quote, as: 'accepted' | 'declined'): void {
  asked.value = quote
  void form.submit({ version: quote.version, as, reason: reason.value })
}
</script>

<template>
  <section aria-label="Quotes">
    <h2 class="mb-2">Quotes</h2>
    <ul>
      <li
        v-for="quote in quotes"
        :key="quote.id"
        class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-hair py-2"
        :class="quote.state === 'replaced' ? 'text-soft' : ''"
      >
        <span class="font-semibold">Quote {{ quote.number }}</span>
        <span>{{ written(quote.figures.priced.total) }} {{ quote.figures.currency }}</span>
        <span :class="isPast(quote) ? 'text-hands' : ''"
          >{{ STATE_WORDS[quote.state]
          }}<template v-if="quote.state === 'sent'"
            >, good until {{ day(quote.validUntil) }}</template
          ></span
        >
        <span class="text-soft"
          >sent {{ day(quote.sentAt) }} by {{ quote.by
          }}<template v-if="quote.reason">: “{{ quote.reason }}”</template></span
        >
        <span v-if="quote.state === 'accepted'" class="text-soft"
          >leaves {{ written(quote.figures.priced.leaves)
          }}<template v-if="nowCosts(quote)"
            >; a piece would cost now: {{ nowCosts(quote) }}</template
          ></span
        >
        <a :href="`/api/quotes/${quote.id}/sheet`" download class="link ml-auto">Its sheet</a>
        <template v-if="quote.state === 'sent' && session.may('change prices')">
          <FieldText
            v-if="isPast(quote)"
            v-model="reason"
            label="it is past its date; why it holds all the same"
            :error="form.errorAt('reason')"
          />
          <button
            type="button"
            class="press slim"
            :disabled="form.sending.value"
            @click="decide(quote, 'accepted')"
          >
            They accept
          </button>
          <button
            type="button"
            class="quiet slim"
            :disabled="form.sending.value"
            @click="decide(quote, 'declined')"
          >
            They decline
          </button>
        </template>
      </li>
    </ul>
    <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
  </section>
</template>
