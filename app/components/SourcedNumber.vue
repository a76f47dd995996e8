<script setup lang="ts">
import { ORIGINS, type Origin } from '~~/core/trade'

/** A figure with where it came from. */
const {
  label,
  unit = '',
  error = undefined,
  optional = false,
  hideLabel = false,
  origin,
} = defineProps<{
  label: string
  unit?: string
  error?: string
  optional?: boolean
  hideLabel?: boolean
  origin: Origin
}>()
const emit = defineEmits<{ origin: [origin: Origin] }>()
const model = defineModel<number | undefined>({ required: true })
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)_6.6rem] items-end gap-1">
    <FieldNumber
      v-model="model"
      :label="label"
      :unit="unit"
      :error="error"
      :optional="optional"
      :hide-label="hideLabel"
    />
    <select
      class="border-b border-hair bg-transparent pb-1.5 text-sm text-soft"
      :aria-label="`Where ${label} comes from`"
      :value="origin"
      @change="emit('origin', ($event.target as HTMLSelectElement).value as Origin)"
    >
      <option v-for="one in ORIGINS" :key="one" :value="one">{{ one }}</option>
    </select>
  </div>
</template>
