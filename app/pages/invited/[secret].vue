<script setup lang="ts">
import { invitedSchema } from '~~/shared/schemas/people'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Invited · Velvet Batch' })
const secret = String(useRoute().params.secret)
const session = useSessionStore()
const invited = shallowRef<{ name: string; signIn: string; workshop: string } | null>(null)
const { ready, failure } = useLoading(async () => {
  invited.value = await session.invitedBy(secret)
})
const draft = reactive({ password: '' })
const form = useForm({
  schema: invitedSchema,
  send: ({ password }) => session.acceptInvitation(secret, password),
  done: () => navigateTo('/'),
})
</script>

<template>
  <main class="mx-auto grid min-h-screen max-w-sm content-center p-6">
    <h1 class="mb-1">{{ invited?.workshop ?? 'Velvet Batch' }}</h1>
    <p v-if="failure" role="alert" class="wrong">{{ failure }}</p>
    <p v-else-if="!ready || !invited" class="text-soft" role="status">
      Looking at the invitation …
    </p>
    <form v-else class="space-y-4" novalidate @submit.prevent="form.submit(draft)">
      <p class="text-soft">
        Welcome, {{ invited.name }}. You sign in as <strong>{{ invited.signIn }}</strong>; choose a
        password for it.
      </p>
      <input type="text" class="hidden" autocomplete="username" :value="invited.signIn" readonly />
      <FieldText
        v-model="draft.password"
        label="Password, ten characters or more"
        type="password"
        autocomplete="new-password"
        :error="form.errorAt('password')"
      />
      <p v-if="form.failure.value && !form.errorAt('password')" role="alert" class="wrong">
        {{ form.failure.value }}
      </p>
      <button class="press w-full" :disabled="form.sending.value">Come in</button>
    </form>
  </main>
</template>
