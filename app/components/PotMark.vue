<script setup lang="ts">
import { readableOn } from '~/utils/readableOn'

/** A pot: its letter on the tint of its pigments, in the outline of a cup. */
const {
  letter,
  tint,
  large = false,
} = defineProps<{ letter: string; tint: string; large?: boolean }>()
</script>

<template>
  <svg
    :width="large ? 96 : 26"
    :height="large ? 108 : 29"
    viewBox="0 0 26 29"
    role="img"
    :aria-label="`pot ${letter}`"
    class="shrink-0"
  >
    <path
      d="M2.5 1.5h21l-3 26h-15z"
      :fill="tint"
      stroke="var(--ink)"
      stroke-width="1.2"
      stroke-linejoin="round"
    />
    <text
      x="13"
      y="19.5"
      text-anchor="middle"
      :font-size="letter.length > 1 ? 11 : 14"
      font-weight="700"
      :fill="readableOn(tint)"
    >
      {{ letter }}
    </text>
  </svg>
</template>
