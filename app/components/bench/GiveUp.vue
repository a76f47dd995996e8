<script setup lang="ts">
/** Asks why a pot is given up, before it is. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; giveUp: [reason: string, fate: string] }>()
const FATES = [
  'it hardens in its cup, outdoors',
  'it went into small moulds',
  'nothing is left of it',
] as const
const fate = ref<(typeof FATES)[number]>(FATES[0])
const REASONS = [
  'it gelled in the cup',
  'it was mixed wrong and cannot be saved',
  'it was spilled',
  'something got into it',
  'the pieces are not ready for it',
] as const
</script>

<template>
  <AskDialog :open="open" title="Why is this pot given up?" @close="emit('close')">
    <FieldChoice
      v-model="fate"
      class="mb-4"
      label="What becomes of the mix"
      :options="FATES.map((value) => ({ value, label: value }))"
    />
    <ReasonChoice :reasons="REASONS" verb="Give it up" @choose="emit('giveUp', $event, fate)" />
    <p class="mt-4 text-soft">
      Its pieces get another pot. Let what is left in the cup harden where heat can do no harm; it
      goes out as the safety data sheet and local rules say.
    </p>
    <button type="button" class="quiet mt-4" @click="emit('close')">Go on with this pot</button>
  </AskDialog>
</template>
