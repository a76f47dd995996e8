<script setup lang="ts">
import type { Share } from '~~/core/trade'

/** How much leaves a mix or a cup: a share of it, millilitres, the rest, or what is said for none. */
const {
  label,
  none,
  error = undefined,
  hideLabel = false,
} = defineProps<{
  label: string
  /** What it means that nothing is said. */
  none: string
  error?: string
  hideLabel?: boolean
}>()
const share = defineModel<Share | null>({ required: true })

type Kind = 'none' | 'pct' | 'ml' | 'rest'
const KINDS = computed(() => [
  { value: 'pct' as Kind, label: 'per cent' },
  { value: 'ml' as Kind, label: 'ml a piece' },
  { value: 'rest' as Kind, label: 'the rest' },
  { value: 'none' as Kind, label: none },
])
const kind = computed<Kind>({
  get: () =>
    share.value === null
      ? 'none'
      : 'pct' in share.value
        ? 'pct'
        : 'ml' in share.value
          ? 'ml'
          : 'rest',
  set: (value) => {
    share.value =
      value === 'pct'
        ? { pct: 50 }
        : value === 'ml'
          ? { ml: 10 }
          : value === 'rest'
            ? { rest: true }
            : null
  },
})
const pct = computed(() => (share.value && 'pct' in share.value ? share.value.pct : undefined))
const ml = computed(() => (share.value && 'ml' in share.value ? share.value.ml : undefined))
</script>

<template>
  <div class="grid grid-cols-2 gap-2">
    <FieldChoice v-model="kind" :label="label" :hide-label="hideLabel" :options="KINDS" />
    <FieldNumber
      v-if="kind === 'pct'"
      label="share"
      :hide-label="hideLabel"
      unit="%"
      :model-value="pct"
      :error="error"
      @update:model-value="share = { pct: $event ?? NaN }"
    />
    <FieldNumber
      v-else-if="kind === 'ml'"
      label="amount"
      :hide-label="hideLabel"
      unit="ml"
      :model-value="ml"
      :error="error"
      @update:model-value="share = { ml: $event ?? NaN }"
    />
    <p v-else-if="error" class="wrong col-span-2">{{ error }}</p>
  </div>
</template>
