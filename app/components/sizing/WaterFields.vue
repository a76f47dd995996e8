<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { Shape } from '~~/core/size'
import { waterFill } from '~~/core/survey'
import { said } from '~~/shared/words'

/** A mould filled with water and weighed, at one level or several. */
const emit = defineEmits<{ sized: [shape: Shape | null, from: string] }>()
const waterC = ref<number | undefined>(18)
const readings = ref<{ heightMm: number | undefined; waterG: number | undefined }[]>([
  { heightMm: undefined, waterG: undefined },
])

const num = (value: number | undefined) => value ?? Number.NaN
const filled = computed(() =>
  readings.value.map(({ heightMm, waterG }) => ({ heightMm: num(heightMm), waterG: num(waterG) })),
)
const isComplete = computed(() =>
  filled.value.every(({ heightMm, waterG }) => heightMm > 0 && waterG > 0),
)
const result = computed(() =>
  isComplete.value ? waterFill({ waterC: num(waterC.value), readings: filled.value }) : null,
)
const issues = computed(() =>
  result.value && !result.value.ok ? result.value.issues.map(said) : [],
)
const errorAt = (path: string) => issues.value.find((issue) => issue.path === path)?.message
watch(result, (value) =>
  emit(
    'sized',
    value?.ok ? value.value.shape : null,
    `${filled.value.length === 1 ? 'one level' : `${filled.value.length} levels`} of water at ${figure(num(waterC.value), '°C', 1)}`,
  ),
)
</script>

<template>
  <div>
    <p class="text-soft">
      Stand the mould level on the scale, zero it, and fill it with water. Write down what is in it
      altogether, at one level or at several as it rises.
    </p>
    <FieldNumber
      v-model="waterC"
      class="mt-3 w-44"
      label="the water has"
      unit="°C"
      :error="errorAt('waterC')"
    />
    <div
      v-for="(reading, i) in readings"
      :key="i"
      class="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-3"
    >
      <FieldNumber
        v-model="reading.heightMm"
        :label="i === 0 ? 'level above the lowest point' : 'next level'"
        unit="mm"
        :error="errorAt(`readings[${i}].heightMm`)"
      />
      <FieldNumber
        v-model="reading.waterG"
        label="water in it"
        unit="g"
        :error="errorAt(`readings[${i}].waterG`)"
      />
      <button
        type="button"
        class="quiet slim mb-0.5"
        :disabled="readings.length === 1"
        :aria-label="`Remove level ${i + 1}`"
        @click="readings.splice(i, 1)"
      >
        <Trash2 :size="16" />
      </button>
    </div>
    <button
      type="button"
      class="quiet slim mt-3 inline-flex items-center gap-1"
      @click="readings.push({ heightMm: undefined, waterG: undefined })"
    >
      <Plus :size="16" /> another level
    </button>
    <p v-if="result?.ok" class="mt-3 text-soft">
      Water weighs {{ writtenNumber(result.value.densityGPerMl, 4) }} g/ml then (CIPM formula).
    </p>
  </div>
</template>
