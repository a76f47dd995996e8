<script setup lang="ts">
import { deleteWorkshopSchema } from '~~/shared/schemas/house'
import type { OwnWorkshop } from '~~/shared/types/workshops'

/** Deletes the workshop where one is; its name is typed as a sign that it is meant. */
const { open, workshop } = defineProps<{ open: boolean; workshop: OwnWorkshop }>()
const emit = defineEmits<{ close: [] }>()
const store = useWorkshopsStore()
const draft = reactive({ name: '' })
const done = ref<{ keptAs: string | null; goesOn: boolean } | null>(null)
const form = useForm({
  schema: deleteWorkshopSchema,
  send: ({ name }) => store.remove(name),
  done: (answer) => {
    done.value = answer
    if (answer.keptAs === null) goOn()
  },
})
const goOn = () => store.beginAnew(done.value?.goesOn ? '/workshops' : '/sign-in')
</script>

<template>
  <AskDialog
    :open="open"
    :title="done ? 'It is deleted' : `Delete ${workshop.name}?`"
    @close="done ? goOn() : emit('close')"
  >
    <template v-if="done">
      <p>
        Everything that was in it is kept in the file <strong>{{ done.keptAs }}</strong>, in the
        folder “deleted” beside the database.
      </p>
      <button type="button" class="press mt-4" @click="goOn">Go on</button>
    </template>
    <form v-else class="space-y-3" novalidate @submit.prevent="form.submit(draft)">
      <p v-if="workshop.isMadeUp">
        It was made up; it goes without a trace. Type its name as a sign that you mean it.
      </p>
      <p v-else>
        Its people can no longer sign in, its orders, pieces and plan are gone. Before, everything
        is written to a file beside the database. Type its name as a sign that you mean it.
      </p>
      <FieldText
        v-model="draft.name"
        :label="`Its name: ${workshop.name}`"
        autocomplete="off"
        :error="form.errorAt('name')"
      />
      <p v-if="form.failure.value && !form.errorAt('name')" role="alert" class="wrong">
        {{ form.failure.value }}
      </p>
      <div class="flex gap-3">
        <button class="press" :disabled="form.sending.value">
          {{ form.sending.value ? 'Writing it down …' : 'Delete it' }}
        </button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
