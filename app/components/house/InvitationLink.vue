<script setup lang="ts">
import { invitationLetter } from '~/utils/letterDrafts'

/** Makes the one link with which somebody chooses a password, for the first time or anew. */
const { personId } = defineProps<{ personId: number }>()
const workshop = useWorkshopStore()
const writing = ref(false)
const letter = computed(() => {
  const person = house.listOf('people').find(({ id }) => id === personId)
  return invitationLetter(
    { name: person?.name ?? '', signIn: person?.signIn ?? '' },
    workshop.workshop?.name ?? '',
    link.value,
  )
})
const house = useHouseStore()
const link = ref('')
const failure = ref('')
const isCopied = ref(false)
useLoading(() => house.loadAccess())
const canSignIn = computed(() => house.access.canSignIn.includes(personId))

async function make(): Promise<void> {
  failure.value = ''
  isCopied.value = false
  try {
    link.value = await house.invite(personId)
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    failure.value = error.problem.title
  }
}
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(link.value)
  isCopied.value = true
}
</script>

<template>
  <section class="sheet mt-6 p-4" aria-labelledby="invitation">
    <h2 id="invitation">{{ canSignIn ? 'A new password' : 'Invite them' }}</h2>
    <p class="mt-1 text-soft">
      A link that holds once and for a week: whoever opens it chooses the password.
      <template v-if="canSignIn">Every session of theirs ends then.</template>
    </p>
    <p v-if="link" class="mt-2 flex flex-wrap items-center gap-3">
      <code class="min-w-0 break-all" data-testid="invitation-link">{{ link }}</code>
      <button type="button" class="quiet slim" @click="copy">
        {{ isCopied ? 'Copied' : 'Copy' }}
      </button>
      <button type="button" class="quiet slim" @click="writing = true">Send it as a letter</button>
    </p>
    <p v-if="link" class="text-soft">It is shown this once; hand it over yourself, or send it.</p>
    <LetterDialog :open="writing" :draft="letter" @close="writing = false" />
    <p v-if="failure" role="alert" class="wrong">{{ failure }}</p>
    <button type="button" class="quiet mt-3" @click="make">
      {{ link ? 'Make another link' : 'Make the link' }}
    </button>
  </section>
</template>
