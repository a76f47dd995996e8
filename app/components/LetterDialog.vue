<script setup lang="ts">
import { letterSchema, type LetterFields } from '~~/shared/schemas/letters'
import type { Letter } from '~~/shared/types/letters'

/** A letter before it goes, with everything in it to be changed. */
const { open, draft: given } = defineProps<{ open: boolean; draft: LetterFields }>()
const emit = defineEmits<{ close: [] }>()
const store = useLetterStore()
const draft = reactive<LetterFields>({ ...given })
const written = shallowRef<Letter | null>(null)
watch(
  () => open,
  (isOpen) => {
    if (!isOpen) return
    Object.assign(draft, given)
    written.value = null
    form.reset()
  },
)
const form = useForm({
  schema: letterSchema,
  send: store.write,
  done: (letter) => (written.value = letter),
})
</script>

<template>
  <AskDialog :open="open" title="A letter" @close="emit('close')">
    <template v-if="written">
      <p v-if="written.state === 'kept'" role="status">
        This installation sends no letters. It is kept among the
        <NuxtLink to="/house/letters" class="link">letters</NuxtLink>, to be copied from there.
      </p>
      <p v-else role="status">
        It is on its way. <NuxtLink to="/house/letters" class="link">Letters</NuxtLink>
      </p>
      <button type="button" class="press mt-4" @click="emit('close')">Close</button>
    </template>
    <form v-else class="space-y-3" novalidate @submit.prevent="form.submit(draft)">
      <div class="grid gap-3 sm:grid-cols-2">
        <FieldText v-model="draft.toName" label="To" :error="form.errorAt('toName')" />
        <FieldText
          v-model="draft.toAddress"
          label="Address"
          type="email"
          autocomplete="off"
          :error="form.errorAt('toAddress')"
        />
      </div>
      <FieldText v-model="draft.subject" label="About" :error="form.errorAt('subject')" />
      <FieldText
        v-model="draft.body"
        label="What it says"
        :rows="9"
        :error="form.errorAt('body')"
      />
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <div class="flex gap-3">
        <button class="press" :disabled="form.sending.value">Send it</button>
        <button type="button" class="quiet" @click="emit('close')">Leave it</button>
      </div>
    </form>
  </AskDialog>
</template>
