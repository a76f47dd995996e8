<script setup lang="ts">
import { signInSchema, type SignInFields } from '~~/shared/schemas/people'

/** Name and password; used at the door and when a session has ended in the middle of something. */
const { known = '' } = defineProps<{ known?: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSessionStore()
const draft = reactive<SignInFields>({ signIn: known, password: '' })
const form = useForm({
  schema: signInSchema,
  send: session.signIn,
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
    <FieldText
      v-if="draft.code !== undefined || form.errorAt('code')"
      :model-value="draft.code ?? ''"
      label="Code of your device"
      autocomplete="one-time-code"
      inputmode="numeric"
      :error="form.errorAt('code')"
      @update:model-value="draft.code = $event"
    />
    <p
      v-if="
        form.failure.value &&
        !form.errorAt('password') &&
        !form.errorAt('signIn') &&
        !form.errorAt('code')
      "
      role="alert"
      class="wrong"
    >
      {{ form.failure.value }}
    </p>
    <button class="press w-full" :disabled="form.sending.value">Sign in</button>
  </form>
</template>
