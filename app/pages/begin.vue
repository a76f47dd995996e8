<script setup lang="ts">
import { METRIC, type OwnUnits } from '~~/core/units'
import { setUpSchema, type SetUpFields } from '~~/shared/schemas/house'
import { styleHere, UNIT_SETS } from '~/utils/beginnings'

definePageMeta({ layout: 'bare' })
useHead({ title: 'A new workshop · Velvet Batch' })
const session = useSessionStore()
const setUp = await session.setUpState()
const draft = reactive<SetUpFields>({
  workshop: {
    name: '',
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    currency: 'EUR',
    ...styleHere(),
  },
  units: METRIC,
  person: { name: '', signIn: '', password: '' },
  beginning: 'table',
  code: '',
})
const units = computed({
  get: () => UNIT_SETS.findIndex(({ value }) => same(value, draft.units)),
  set: (at: number) => (draft.units = { ...(UNIT_SETS[at]?.value ?? METRIC) }),
})
const same = (x: OwnUnits, y: OwnUnits) => JSON.stringify(x) === JSON.stringify(y)
const form = useForm({
  schema: setUpSchema,
  send: session.setUp,
  done: () => navigateTo('/'),
})
</script>

<template>
  <main class="mx-auto max-w-2xl p-6">
    <h1 class="mb-1">A new workshop</h1>
    <p v-if="!setUp.isNeeded" class="text-soft">
      This installation has its workshop already.
      <NuxtLink to="/sign-in" class="link">Sign in</NuxtLink>.
    </p>
    <form v-else class="mt-4 space-y-8" novalidate @submit.prevent="form.submit(draft)">
      <p class="max-w-prose text-soft">
        Everything here can be changed later. What is still missing for the first pour stands on the
        first page afterwards, and leads to where it is added.
      </p>
      <section class="space-y-3">
        <h2>The workshop</h2>
        <WorkshopFields
          v-model="draft.workshop"
          :error-at="(field) => form.errorAt(`workshop.${field}`)"
        />
        <StyleFields
          v-model="draft.workshop"
          :error-at="(field) => form.errorAt(`workshop.${field}`)"
        />
        <FieldChoice
          v-model="units"
          label="I read and type"
          :options="UNIT_SETS.map(({ label }, i) => ({ value: i, label }))"
        />
      </section>
      <section class="space-y-3">
        <h2>Its manager: you</h2>
        <FieldText
          v-model="draft.person.name"
          label="Your name"
          autocomplete="name"
          :error="form.errorAt('person.name')"
        />
        <div class="grid gap-3 sm:grid-cols-2">
          <FieldText
            v-model="draft.person.signIn"
            label="Name to sign in with"
            autocomplete="username"
            autocapitalize="none"
            :error="form.errorAt('person.signIn')"
          />
          <FieldText
            v-model="draft.person.password"
            label="Password, ten characters or more"
            type="password"
            autocomplete="new-password"
            :error="form.errorAt('person.password')"
          />
        </div>
        <FieldText
          v-if="setUp.asksCode"
          v-model="draft.code"
          label="The code that the start command printed"
          autocomplete="off"
          :error="form.errorAt('code')"
        />
      </section>
      <BeginningChoice v-model="draft.beginning" />
      <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <button class="press" :disabled="form.sending.value">Set up the workshop</button>
    </form>
  </main>
</template>
