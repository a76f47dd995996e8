<script setup lang="ts">
import type { PromiseOdds } from '~~/shared/types/promises'

/** How often a promise is kept when the plan is carried out many times, as a bar and in words. */
const { odds } = defineProps<{ odds: PromiseOdds }>()
const { day } = useWhen()
const kept = computed(() => Math.round(odds.keptPct))
const missed = computed(() => Math.round(odds.windowMissedPct))
</script>

<template>
  <div class="mt-1">
    <svg class="block w-full" height="8" role="img" :aria-label="`kept ${kept} times in 100`">
      <rect width="100%" height="8" fill="var(--hair)" />
      <rect :width="`${kept}%`" height="8" fill="var(--ink)" />
    </svg>
    <p>
      kept {{ kept }} times in 100; to be right nine times in ten, promise the end of
      <strong>{{ day(odds.safeAt) }}</strong>
    </p>
    <p v-if="missed > 0" class="text-soft">a window closes too soon {{ missed }} times in 100</p>
  </div>
</template>
