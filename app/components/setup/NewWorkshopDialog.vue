<script setup lang="ts">
import { newWorkshopSchema, type NewWorkshopFields } from '~~/shared/schemas/house'

/** Begins another workshop, with oneself as its manager. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const store = useWorkshopsStore()
const workshop = useWorkshopStore()
const draft = reactive<NewWorkshopFields>({
  workshop: {
    name: '',
    timeZone: workshop.timeZone,
    currency: workshop.rules?.currency ?? 'EUR',
    dateStyle: workshop.dateStyle,
    decimalMark: workshop.decimalMark,
  },
  beginning: 'shared',
})
const form = useForm({
  schema: newWorkshopSchema,
  send: store.create,
  done: ({ id }) => store.goTo(id),
})
</script>

<template>
  <AskDialog :open="open" title="Another workshop" @close="emit('close')">
    <form class="space-y-4" novalidate @submit.prevent="form.submit(draft)">
      <WorkshopFields
        v-model="draft.workshop"
        :error-at="(field) => form.errorAt(`workshop.${field}`)"
      />
      <StyleFields
        v-model="draft.workshop"
        :error-at="(field) => form.errorAt(`workshop.${field}`)"
      />
      <BeginningChoice v-model="draft.beginning" />
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex gap-3">
        <button class="press" :disabled="form.sending.value">Begin it and go there</button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
