<script setup lang="ts">
import type { QuoteFields } from '~~/shared/schemas/quotes'

/** How an order is priced beside what its pieces cost. */
const { currency, errorAt } = defineProps<{
  currency: string
  errorAt: (path: string) => string | undefined
}>()
const draft = defineModel<Omit<QuoteFields, 'total'>>({ required: true })
const TAX = [
  { value: 'in', label: 'is in the prices' },
  { value: 'on', label: 'comes on top' },
] as const
const PERCENTS = [
  { key: 'marginPct', label: 'margin' },
  { key: 'taxPct', label: 'tax' },
  { key: 'rushPct', label: 'more for the rush' },
  { key: 'discountPct', label: 'discount' },
  { key: 'depositPct', label: 'deposit' },
] as const
</script>

<template>
  <div class="grid content-start gap-3 sm:grid-cols-2">
    <FieldNumber
      v-for="{ key, label } in PERCENTS"
      :key="key"
      v-model="draft.terms[key]"
      :label="label"
      unit="%"
      :error="errorAt(`terms.${key}`)"
    />
    <FieldChoice
      :model-value="draft.terms.taxIsIn ? 'in' : 'on'"
      label="the tax"
      :options="TAX"
      @update:model-value="draft.terms.taxIsIn = $event === 'in'"
    />
    <FieldMoney
      v-model="draft.terms.delivery"
      :label="`delivery, ${currency}`"
      :error="errorAt('terms.delivery')"
    />
    <FieldMoney
      v-model="draft.terms.roundTo"
      :label="`price points every, ${currency}`"
      :error="errorAt('terms.roundTo')"
    />
    <FieldMoney
      v-model="draft.terms.roundLess"
      :label="`less, ${currency}`"
      :error="errorAt('terms.roundLess')"
    />
    <FieldDate v-model="draft.validUntil" label="good until" :error="errorAt('validUntil')" />
    <FieldText
      v-model="draft.note"
      class="sm:col-span-2"
      :rows="2"
      label="what else it says"
      :error="errorAt('note')"
    />
  </div>
</template>
