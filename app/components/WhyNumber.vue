<script setup lang="ts">
import type { Why } from '~~/core/why'

/** A figure that answers "why?": pressing it opens its derivation. */
const {
  why,
  value = undefined,
  unit = undefined,
  decimals = undefined,
  large = false,
} = defineProps<{ why: Why; value?: number; unit?: string; decimals?: number; large?: boolean }>()
const panel = useWhyStore()
const own = computed(() => {
  const number = value ?? why.value
  return typeof number === 'string'
    ? { text: written(number), unit: unit ?? why.unit }
    : ownFigure(number, unit ?? why.unit, decimals ?? why.decimals)
})
</script>

<template>
  <button
    type="button"
    class="whitespace-nowrap underline decoration-firm decoration-dotted underline-offset-4 hover:decoration-ink"
    :class="large ? 'text-2xl font-semibold' : ''"
    :aria-label="`${own.text} ${own.unit}. Why?`"
    @click="panel.open(why)"
  >
    {{ own.text
    }}<span class="text-soft" :class="large ? 'ml-1 text-base font-normal' : 'ml-1'">{{
      own.unit
    }}</span>
  </button>
</template>
