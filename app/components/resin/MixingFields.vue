<script setup lang="ts">
import { thinnerPart } from '~~/core/resin'
import type { ResinFields } from '~~/shared/schemas/resins'
import { RESIN_FIELDS } from '~/utils/resinFields'

/** How the two parts of a resin are measured and mixed, and how much of it at once. */
const resin = defineModel<ResinFields>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const BASES = [
  { value: 'volume', label: 'by volume' },
  { value: 'mass', label: 'by weight' },
] as const
const FIRSTS = [
  { value: 'a', label: 'part A' },
  { value: 'b', label: 'part B' },
] as const
const OFF = { key: 'tolerancePct', label: 'ratio off by', unit: '%' } as const
const MOST = { key: 'maxMixMl', label: 'greatest mix', unit: 'ml' } as const
const thinner = computed(() => thinnerPart(resin.value))
</script>

<template>
  <FieldText v-model="resin.name" label="Name" :error="errorAt('name')" />
  <div class="grid grid-cols-3 gap-3">
    <FieldChoice v-model="resin.ratio.basis" label="Ratio" :options="BASES" />
    <FieldNumber
      :model-value="resin.ratio.a"
      label="parts of A"
      :error="errorAt('ratio.a')"
      @update:model-value="resin.ratio.a = $event ?? NaN"
    />
    <FieldNumber
      :model-value="resin.ratio.b"
      label="parts of B"
      :error="errorAt('ratio.b')"
      @update:model-value="resin.ratio.b = $event ?? NaN"
    />
  </div>
  <div class="grid grid-cols-2 gap-3">
    <ResinFigure
      v-for="field in RESIN_FIELDS.parts"
      :key="field.key"
      v-model="resin"
      :field="field"
      :error-at="errorAt"
    />
    <FieldChoice v-model="resin.pourFirst" label="first into the cup" :options="FIRSTS" />
    <ResinFigure v-model="resin" :field="OFF" :error-at="errorAt" />
  </div>
  <p v-if="thinner && resin.pourFirst !== thinner" class="text-soft">
    Part {{ thinner.toUpperCase() }} is the thinner one; poured first it leaves less on the wall.
  </p>
  <div class="grid grid-cols-2 gap-3">
    <ResinFigure v-model="resin" :field="MOST" :error-at="errorAt" />
    <span />
    <ResinFigure
      v-for="field in RESIN_FIELDS.limits"
      :key="field.key"
      v-model="resin"
      :field="field"
      :error-at="errorAt"
    />
  </div>
</template>
