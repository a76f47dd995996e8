<script setup lang="ts">
import { changePasswordSchema } from '~~/shared/schemas/people'
import type { OwnSession } from '~~/shared/types/people'

/** One's own password, and where one is signed in. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const session = useSessionStore()
const { dayAndClock } = useWhen()
const draft = reactive({ now: '', password: '' })
const sessions = shallowRef<readonly OwnSession[]>([])
const isChanged = ref(false)
const load = async () => (sessions.value = await session.ownSessions())
const form = useForm({
  schema: changePasswordSchema,
  send: session.changePassword,
  done: () => {
    Object.assign(draft, { now: '', password: '' })
    isChanged.value = true
    void load()
  },
})
watch(
  () => open,
  (isOpen) => {
    isChanged.value = false
    form.reset()
    if (isOpen) void load()
  },
)
async function end(id: number): Promise<void> {
  await session.endSession(id)
  await load()
}
</script>

<template>
  <AskDialog :open="open" title="My password and sessions" @close="emit('close')">
    <form class="space-y-3" novalidate @submit.prevent="form.submit(draft)">
      <FieldText
        v-model="draft.now"
        label="Password now"
        type="password"
        autocomplete="current-password"
        :error="form.errorAt('now')"
      />
      <FieldText
        v-model="draft.password"
        label="New password, ten characters or more"
        type="password"
        autocomplete="new-password"
        :error="form.errorAt('password')"
      />
      <p v-if="isChanged" role="status">The password is changed; all other sessions have ended.</p>
      <p v-else-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
      <button class="press" :disabled="form.sending.value">Change the password</button>
    </form>
    <SecondFactor v-if="open" class="mt-6" />
    <h3 class="mt-6 font-semibold">Signed in</h3>
    <ul>
      <li
        v-for="one in sessions"
        :key="one.id"
        class="flex items-center justify-between gap-4 border-b border-hair py-2"
      >
        <span>since {{ dayAndClock(one.since) }}</span>
        <span v-if="one.isThisOne" class="text-soft">here</span>
        <button v-else type="button" class="quiet slim" @click="end(one.id)">End it</button>
      </li>
    </ul>
    <button type="button" class="quiet mt-4" @click="emit('close')">Close</button>
  </AskDialog>
</template>
