<script setup lang="ts">
import { ORDER_STATES, type OrderFilter } from '~~/shared/schemas/orders'

/** Which orders are shown, and in which order. */
const filter = defineModel<OrderFilter>({ required: true })
const KINDS = [
  { value: null, label: 'commissions and market days' },
  { value: 'commission', label: 'commissions' },
  { value: 'market', label: 'market days' },
] as const
const STATES = [
  { value: null, label: 'any state' },
  ...ORDER_STATES.map((value) => ({ value, label: value })),
]
const SORTS = [
  { value: 'promise', label: 'by promise' },
  { value: 'latest', label: 'latest promise first' },
  { value: 'title', label: 'by name' },
  { value: 'customer', label: 'by customer' },
] as const
</script>

<template>
  <search class="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
    <FieldText
      v-model="filter.find"
      class="w-full sm:w-64"
      label="Find"
      type="search"
      placeholder="a name, a colour, a word of the note"
    />
    <FieldChoice v-model="filter.kind" label="Show" :options="KINDS" />
    <FieldChoice v-model="filter.state" label="In state" :options="STATES" />
    <FieldChoice v-model="filter.sort" label="Sorted" :options="SORTS" />
    <label v-if="filter.state === null" class="flex min-h-9 items-center gap-2"
      ><input v-model="filter.all" type="checkbox" class="size-5 accent-ink" /> delivered and
      declined too</label
    >
  </search>
</template>
