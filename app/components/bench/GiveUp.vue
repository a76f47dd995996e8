<script setup lang="ts">
/** Asks why a pot is given up, before it is. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; giveUp: [reason: string] }>()
const REASONS = [
  'it gelled in the cup',
  'it was mixed wrong and cannot be saved',
  'it was spilled',
  'something got into it',
  'the pieces are not ready for it',
] as const
const other = ref('')
</script>

<template>
  <AskDialog :open="open" title="Why is this pot given up?" @close="emit('close')">
    <div class="grid gap-2">
      <button
        v-for="reason in REASONS"
        :key="reason"
        type="button"
        class="quiet text-left"
        @click="emit('giveUp', reason)"
      >
        {{ reason }}
      </button>
    </div>
    <form class="mt-4 flex items-end gap-3" @submit.prevent="emit('giveUp', other.trim())">
      <FieldText v-model="other" label="or in your words" class="flex-1" />
      <button class="press" :disabled="other.trim() === ''">Give it up</button>
    </form>
    <p class="mt-4 text-soft">
      Its pieces get another pot. Let what is left in the cup harden where heat can do no harm; it
      goes out as the safety data sheet and local rules say.
    </p>
    <button type="button" class="quiet mt-4" @click="emit('close')">Go on with this pot</button>
  </AskDialog>
</template>
