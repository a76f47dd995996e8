<script setup lang="ts">
/**
 * A state by shape and word: hollow is waiting, half is under way, full is done, a cross is given
 * up.
 */
const { word, stage } = defineProps<{
  word: string
  stage: 'waiting' | 'going' | 'done' | 'gone' | 'hands'
}>()
</script>

<template>
  <span
    class="inline-flex items-center gap-1.5 whitespace-nowrap"
    :class="stage === 'hands' ? 'font-semibold text-hands' : stage === 'gone' ? 'text-soft' : ''"
  >
    <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
      <path
        v-if="stage === 'gone'"
        d="M2 2l8 8M10 2l-8 8"
        stroke="currentColor"
        stroke-width="1.8"
      />
      <path v-else-if="stage === 'hands'" d="M6 1l5 9.5H1z" fill="currentColor" />
      <template v-else>
        <circle cx="6" cy="6" r="4.6" fill="none" stroke="currentColor" stroke-width="1.6" />
        <path v-if="stage === 'going'" d="M6 1.4a4.6 4.6 0 0 1 0 9.2z" fill="currentColor" />
        <circle v-if="stage === 'done'" cx="6" cy="6" r="4.6" fill="currentColor" />
      </template></svg
    >{{ word }}
  </span>
</template>
