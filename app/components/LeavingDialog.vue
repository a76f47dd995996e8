<script setup lang="ts">
/** Asks whether what was typed and is not saved may be lost. */
const leaving = useLeavingStore()
</script>

<template>
  <AskDialog :open="leaving.asks" title="Leave without saving?" @close="leaving.reply(false)">
    <p>What you typed here is not saved yet.</p>
    <div class="mt-4 flex gap-3">
      <button type="button" class="press" @click="leaving.reply(false)">Stay here</button>
      <button type="button" class="quiet" @click="leaving.reply(true)">Leave, and lose it</button>
    </div>
  </AskDialog>
</template>
