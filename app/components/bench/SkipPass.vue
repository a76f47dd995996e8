<script setup lang="ts">
/** Asks why a heat pass is left out. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; skip: [reason: string] }>()
const REASONS = [
  'no bubbles came up',
  'what lies in it bears no heat',
  'loose flakes would blow away',
]
const other = ref('')
</script>

<template>
  <AskDialog :open="open" title="Why is this heat pass left out?" @close="emit('close')">
    <div class="grid gap-2">
      <button
        v-for="reason in REASONS"
        :key="reason"
        type="button"
        class="quiet text-left"
        @click="emit('skip', reason)"
      >
        {{ reason }}
      </button>
    </div>
    <form class="mt-4 flex items-end gap-3" @submit.prevent="emit('skip', other.trim())">
      <FieldText v-model="other" label="or in your words" class="flex-1" />
      <button class="press" :disabled="other.trim() === ''">Leave it out</button>
    </form>
    <button type="button" class="quiet mt-4" @click="emit('close')">Do it after all</button>
  </AskDialog>
</template>
