<script setup lang="ts">
/** A clock that counts towards an instant, or past it. */
const { until, now } = defineProps<{ until: number; now: number }>()
const left = computed(() => until - now)
</script>

<template>
  <p
    class="font-semibold tabular-nums leading-none"
    :class="left < 0 ? 'text-hands' : ''"
    role="timer"
  >
    <span v-if="left < 0" class="mr-3 text-[0.4em] align-middle">over by</span>{{ clockText(left) }}
  </p>
</template>
