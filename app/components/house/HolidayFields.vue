<script setup lang="ts">
import type { HouseFields } from '~~/shared/schemas/house'

/** Days on which the workshop is closed. */
const days = defineModel<HouseFields['holidays']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
function setFirst(day: string): void {
  if (days.value.until === '' || days.value.until < day) days.value.until = day
  days.value.from = day
}
</script>

<template>
  <div class="max-w-xl space-y-3">
    <FieldText v-model="days.name" label="Name" :error="errorAt('name')" />
    <div class="grid gap-3 sm:grid-cols-2">
      <FieldDate
        :model-value="days.from"
        label="First day"
        :error="errorAt('from')"
        @update:model-value="setFirst"
      />
      <FieldDate v-model="days.until" label="Last day" :error="errorAt('until')" />
    </div>
    <p class="text-sm text-soft">
      Whoever is there all the same has it among their own days that are otherwise.
    </p>
  </div>
</template>
