<script setup lang="ts">
import type { BenchRun } from '~/composables/useBenchRun'

/** Asks for the code on the bottle: a scanner types it and presses Enter. */
const { at } = defineProps<{ at: BenchRun }>()
const code = ref('')
const isUnknown = ref(false)
function submit(): void {
  isUnknown.value = !at.bottles.chooseByCode(code.value)
  if (!isUnknown.value) at.ask(null)
}
</script>

<template>
  <AskDialog open title="Which bottle?" @close="at.ask(null)">
    <form class="space-y-4" @submit.prevent="submit">
      <FieldText
        v-model="code"
        label="the code on it"
        autocomplete="off"
        autofocus
        :error="isUnknown ? `no bottle of this part has the code “${code.trim()}”` : undefined"
      />
      <div class="flex flex-wrap gap-3">
        <button class="press">Take this one</button>
        <button type="button" class="quiet" @click="at.ask(null)">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
