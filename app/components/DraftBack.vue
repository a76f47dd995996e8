<script setup lang="ts">
/** Tells that what was typed before a reload is there again. */
const { shown } = defineProps<{ shown: boolean }>()
const emit = defineEmits<{ drop: [] }>()
</script>

<template>
  <p v-if="shown" role="status" class="mb-3 flex flex-wrap items-center gap-3">
    What you had typed here is back, and not saved yet.
    <button type="button" class="quiet slim" @click="emit('drop')">Drop it</button>
  </p>
</template>
