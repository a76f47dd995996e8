<script setup lang="ts">
import type { OrderPrices, Payment } from '~~/shared/types/quotes'

/** The money of an order: what is owed, what came and what went back. */
const { orderId, prices } = defineProps<{ orderId: number; prices: OrderPrices }>()
const emit = defineEmits<{ changed: [prices: OrderPrices] }>()
const store = useQuoteStore()
const session = useSessionStore()
const { day } = useWhen()
const isAsked = ref(false)
const { attempt, refused } = useAttempt()
const KIND_WORDS = { deposit: 'deposit', payment: 'payment', refund: 'given back' } as const
const currency = computed(() => prices.selling.currency)
const rest = computed(() => Number(prices.owed.rest))
const takeBack = (payment: Payment) =>
  attempt(async () => emit('changed', await store.takeBack(payment, '')))
</script>

<template>
  <section aria-label="Payments">
    <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
      <h2>Paid and owed</h2>
      <button
        v-if="session.may('change prices')"
        type="button"
        class="quiet slim"
        @click="isAsked = true"
      >
        Note a payment
      </button>
    </div>
    <dl class="flex flex-wrap gap-x-8 gap-y-2">
      <div>
        <dt class="text-soft">paid</dt>
        <dd class="text-2xl font-semibold">
          {{ written(prices.owed.paid)
          }}<span class="ml-1 text-base font-normal text-soft">{{ currency }}</span>
        </dd>
      </div>
      <div v-if="prices.quotes.some(({ state }) => state === 'accepted') || rest !== 0">
        <dt class="text-soft">
          {{ rest < 0 ? 'paid beyond what is agreed' : 'still to be paid' }}
        </dt>
        <dd class="text-2xl font-semibold">
          {{ written(prices.owed.rest.replace('-', ''))
          }}<span class="ml-1 text-base font-normal text-soft">{{ currency }}</span>
        </dd>
      </div>
      <div v-if="prices.owed.depositRest !== null && Number(prices.owed.depositRest) > 0">
        <dt class="text-soft">of it as a deposit</dt>
        <dd class="text-2xl font-semibold text-hands">{{ written(prices.owed.depositRest) }}</dd>
      </div>
    </dl>
    <ul class="mt-2">
      <li
        v-for="payment in prices.payments"
        :key="payment.id"
        class="flex flex-wrap items-center gap-x-5 border-b border-hair py-1.5"
        :class="payment.isUndone || payment.undoes !== null ? 'text-soft line-through' : ''"
      >
        <span>{{ day(payment.paidOn) }}</span>
        <span>{{ KIND_WORDS[payment.kind] }}</span>
        <span class="font-semibold">{{ written(payment.amount) }} {{ currency }}</span>
        <span class="text-soft">{{
          [payment.means, payment.note, `noted by ${payment.by}`].filter(Boolean).join(', ')
        }}</span>
        <button
          v-if="session.may('change prices') && !payment.isUndone && payment.undoes === null"
          type="button"
          class="quiet slim ml-auto"
          :aria-label="`Take back ${written(payment.amount)} of ${day(payment.paidOn)}`"
          @click="takeBack(payment)"
        >
          Take back
        </button>
      </li>
    </ul>
    <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
    <PaymentDialog
      v-if="isAsked"
      :order-id="orderId"
      :prices="prices"
      @close="isAsked = false"
      @changed="emit('changed', $event)"
    />
  </section>
</template>
