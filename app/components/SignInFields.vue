<script setup lang="ts">
import { signInSchema } from '~~/shared/schemas/people'

/** Name and password; used at the door and when a session has ended in the middle of something. */
const { known = '' } = defineProps<{ known?: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSessionStore()
const draft = reactive({ signIn: known, password: '' })
const form = useForm({
  schema: signInSchema,
  send: (value) => session.signIn(value.signIn, value.password),
  done: () => emit('done'),
})
</script>

<template>
  <form class="space-y-4" @submit.prevent="form.submit(draft)">
    <FieldText
      v-model="draft.signIn"
      label="Name"
      autocomplete="username"
      :error="form.errorAt('signIn')"
    />
    <FieldText
      v-model="draft.password"
      label="Password"
      type="password"
      autocomplete="current-password"
      :error="form.errorAt('password')"
    />
    <p
      v-if="form.failure.value && !form.errorAt('password') && !form.errorAt('signIn')"
      role="alert"
      class="wrong"
    >
      {{ form.failure.value }}
    </p>
    <button class="press w-full" :disabled="form.sending.value">Sign in</button>
  </form>
</template>
