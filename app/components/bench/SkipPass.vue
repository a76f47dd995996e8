<script setup lang="ts">
/** Asks why a heat pass is left out. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; skip: [reason: string] }>()
const REASONS = [
  'no bubbles came up',
  'what lies in it bears no heat',
  'loose flakes would blow away',
]
</script>

<template>
  <AskDialog :open="open" title="Why is this heat pass left out?" @close="emit('close')">
    <ReasonChoice :reasons="REASONS" verb="Leave it out" @choose="emit('skip', $event)" />
    <button type="button" class="quiet mt-4" @click="emit('close')">Do it after all</button>
  </AskDialog>
</template>
