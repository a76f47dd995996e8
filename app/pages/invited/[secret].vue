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
const workshops = useWorkshopsStore()
const { busy, refused, attempt } = useAttempt()
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
    <template v-else>
      <section v-if="session.person" class="mb-6 border-b border-hair pb-6">
        <p class="mb-3">
          You are signed in as {{ session.person.name }}. Take {{ invited.workshop }} as another
          workshop of yours; you keep your password.
        </p>
        <button
          type="button"
          class="press"
          :disabled="busy"
          @click="attempt(() => workshops.join(secret))"
        >
          It is another workshop of mine
        </button>
        <p v-if="refused" role="alert" class="wrong mt-2">{{ refused }}</p>
        <p class="mt-4 text-soft">Or, as somebody else:</p>
      </section>
      <form class="space-y-4" novalidate @submit.prevent="form.submit(draft)">
        <p class="text-soft">
          Welcome, {{ invited.name }}. You sign in as <strong>{{ invited.signIn }}</strong>; choose
          a password for it.
        </p>
        <input
          type="text"
          class="hidden"
          autocomplete="username"
          :value="invited.signIn"
          readonly
        />
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
    </template>
  </main>
</template>
