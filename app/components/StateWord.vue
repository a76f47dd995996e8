<script setup lang="ts">
/**
 * A state by shape and word: an empty cup is waiting, a half full one is under way, a full one is
 * done, a cross is given up.
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
        <path v-if="stage === 'going'" d="M2.4 6h7.2l-.5 4.6H2.9z" fill="currentColor" />
        <path v-if="stage === 'done'" d="M1.8 1.4h8.4l-1.1 9.2H2.9z" fill="currentColor" />
        <path
          d="M1.8 1.4h8.4l-1.1 9.2H2.9z"
          fill="none"
          stroke="currentColor"
          stroke-width="1.3"
          stroke-linejoin="round"
        />
      </template></svg
    >{{ word }}
  </span>
</template>
