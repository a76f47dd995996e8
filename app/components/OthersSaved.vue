<script setup lang="ts">
/** Tells a form in work that somebody saved the same; nothing typed is touched. */
const { by } = defineProps<{ by: string }>()
</script>

<template>
  <p v-if="by" role="status" class="mb-3 border-l-4 border-soon bg-sheet px-4 py-2">
    <strong>{{ by }}</strong> saved this while you have it open. What you typed stays; when you
    save, both are shown.
  </p>
</template>
