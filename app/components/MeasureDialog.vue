<script setup lang="ts">
import { measureChoiceSchema } from '~~/shared/schemas/forms'
import type { MeasureChoice } from '~~/shared/types'

const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const session = useSessionStore()
const draft = ref<MeasureChoice>({ kind: 'scale', step: 0.1, tare: true })
watch(() => open, () => (draft.value = { ...(session.person?.measure ?? draft.value) }))
const form = useForm({ schema: measureChoiceSchema, send: session.chooseMeasure, done: () => emit('close') })
</script>

<template>
  <AskDialog :open="open" title="My scale and cup" @close="emit('close')">
    <p class="text-soft">Pots are worked out for what you really measure with, down to its digits or marks.</p>
    <form class="mt-4 space-y-4" @submit.prevent="form.submit(draft)">
      <MeasureFields v-model="draft" :error-at="form.errorAt" />
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex gap-3"><button class="press">Keep</button><button type="button" class="quiet" @click="emit('close')">Leave as it was</button></div>
    </form>
  </AskDialog>
</template>
