<script setup lang="ts">
import type { MeasureChoice } from '~~/shared/schemas/people'

/** Which scale or cup is measured with. */
const { errorAt = () => undefined } = defineProps<{
  errorAt?: (path: string) => string | undefined
}>()
const model = defineModel<MeasureChoice>({ required: true })
const KINDS = [
  { value: 'scale', label: 'a scale' },
  { value: 'cup', label: 'a marked cup' },
] as const
const TARES = [
  { value: 'yes', label: 'zeroed between parts' },
  { value: 'no', label: 'adding up' },
] as const
const set = (changes: Partial<MeasureChoice>) => (model.value = { ...model.value, ...changes })
const kind = computed({
  get: () => model.value.kind,
  set: (value) => set({ kind: value, step: value === 'cup' ? 5 : 0.1 }),
})
const step = computed({
  get: () => model.value.step,
  set: (value) => set({ step: value ?? Number.NaN }),
})
const tare = computed({
  get: () => (model.value.tare ? ('yes' as const) : ('no' as const)),
  set: (value) => set({ tare: value === 'yes' }),
})
</script>

<template>
  <div class="flex flex-wrap items-end gap-4">
    <FieldChoice v-model="kind" class="w-40" label="Measure with" :options="KINDS" />
    <FieldNumber
      v-model="step"
      class="w-36"
      :label="kind === 'cup' ? 'marked every' : 'shows steps of'"
      :unit="kind === 'cup' ? 'ml' : 'g'"
      :error="errorAt('step')"
    />
    <FieldChoice
      v-if="kind === 'scale'"
      v-model="tare"
      class="w-60"
      label="The scale is"
      :options="TARES"
    />
  </div>
</template>
