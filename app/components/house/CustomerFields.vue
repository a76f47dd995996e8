<script setup lang="ts">
import type { HouseFields } from '~~/shared/schemas/house'

/** A customer, and how to reach them. */
const customer = defineModel<HouseFields['customers']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
</script>

<template>
  <div class="max-w-xl space-y-3">
    <FieldText v-model="customer.name" label="Name" :error="errorAt('name')" />
    <FieldText v-model="customer.address" label="Address" :rows="3" :error="errorAt('address')" />
    <div class="grid gap-3 sm:grid-cols-2">
      <FieldText
        v-model="customer.email"
        label="Address for letters"
        type="email"
        autocomplete="off"
        :error="errorAt('email')"
      />
      <FieldText
        v-model="customer.phone"
        label="Telephone"
        type="tel"
        autocomplete="off"
        :error="errorAt('phone')"
      />
    </div>
    <FieldText v-model="customer.note" label="Note" :rows="3" :error="errorAt('note')" />
  </div>
</template>
