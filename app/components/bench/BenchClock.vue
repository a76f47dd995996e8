<script setup lang="ts">
/** A clock that counts towards an instant, or past it. */
const { until, now } = defineProps<{ until: number; now: number }>()
const left = computed(() => until - now)
const text = computed(() => {
  const seconds = Math.ceil(Math.abs(left.value) / 1000)
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60)]
  const rest = String(seconds % 60).padStart(2, '0')
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, '0')}:${rest}` : `${minutes}:${rest}`
})
</script>

<template>
  <p
    class="font-semibold tabular-nums leading-none"
    :class="left < 0 ? 'text-hands' : ''"
    role="timer"
  >
    <span v-if="left < 0" class="mr-3 text-[0.4em] align-middle">over by</span>{{ text }}
  </p>
</template>
