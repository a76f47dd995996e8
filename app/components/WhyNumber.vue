<script setup lang="ts">
import type { Why } from '~~/core/why'
import { formatNumber } from '~~/core/units'

/** A figure that answers "why?": pressing it opens its derivation. */
const { why, value = undefined, unit = undefined, large = false } = defineProps<{ why: Why; value?: string; unit?: string; large?: boolean }>()
const panel = useWhyStore()
const shown = computed(() => value ?? (typeof why.value === 'number' || why.value === null ? formatNumber(why.value, why.decimals) : why.value))
</script>

<template>
  <button type="button" class="whitespace-nowrap underline decoration-firm decoration-dotted underline-offset-4 hover:decoration-ink" :class="large ? 'text-2xl font-semibold' : ''" :aria-label="`${shown} ${unit ?? why.unit}. Why?`" @click="panel.open(why)">
    {{ shown }}<span class="text-soft" :class="large ? 'ml-1 text-base font-normal' : 'ml-1'">{{ unit ?? why.unit }}</span>
  </button>
</template>
