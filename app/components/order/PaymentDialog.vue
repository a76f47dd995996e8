<script setup lang="ts">
import { paymentSchema, type PaymentKind } from '~~/shared/schemas/quotes'
import type { OrderPrices } from '~~/shared/types/quotes'

/** Notes money that came in for an order, or went back. */
const { orderId, prices } = defineProps<{ orderId: number; prices: OrderPrices }>()
const emit = defineEmits<{ close: []; changed: [prices: OrderPrices] }>()
const store = useQuoteStore()
const { localNow } = useWhen()
const { owed } = prices
const isDeposit = owed.depositRest !== null && Number(owed.depositRest) > 0
const draft = reactive({
  /** Pressed twice it is noted once. */
  key: crypto.randomUUID() as string,
  kind: (isDeposit ? 'deposit' : 'payment') as PaymentKind,
  amount: isDeposit ? (owed.depositRest ?? '') : Number(owed.rest) > 0 ? owed.rest : '',
  paidOn: localNow().toISODate() ?? '',
  means: '',
  note: '',
})
const KINDS = [
  { value: 'deposit', label: 'a deposit' },
  { value: 'payment', label: 'a payment' },
  { value: 'refund', label: 'money given back' },
] as const
const form = useForm({
  schema: paymentSchema,
  send: (payment) => store.pay(orderId, payment),
  done: (fresh) => {
    emit('changed', fresh)
    emit('close')
  },
})
</script>

<template>
  <AskDialog open title="What was paid?" @close="emit('close')">
    <form class="space-y-3" novalidate @submit.prevent="form.submit(draft)">
      <div class="grid grid-cols-2 gap-3">
        <FieldChoice
          v-model="draft.kind"
          label="It is"
          :options="KINDS"
          :error="form.errorAt('kind')"
        />
        <FieldMoney
          v-model="draft.amount"
          :label="`how much, ${prices.selling.currency}`"
          :error="form.errorAt('amount')"
        />
        <FieldDate v-model="draft.paidOn" label="on" :error="form.errorAt('paidOn')" />
        <FieldText
          v-model="draft.means"
          label="how: cash, by bank …"
          :error="form.errorAt('means')"
        />
      </div>
      <FieldText v-model="draft.note" label="Note" :error="form.errorAt('note')" />
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex flex-wrap gap-3">
        <button class="press" :disabled="form.sending.value">Note it</button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
