<script setup lang="ts">
/** What was done at this device and is not yet with the server, and what it refused. */
const outbox = useOutboxStore()
const session = useSessionStore()
const open = ref(false)
const count = computed(() => outbox.waiting.length)
const ofOthers = computed(
  () => outbox.waiting.filter((entry) => entry.personId !== session.person?.id).length,
)
const words = computed(() => {
  if (outbox.refused.length > 0)
    return outbox.refused.length === 1 ? 'one refused' : `${outbox.refused.length} refused`
  return `${count.value} kept on this device`
})
const why = computed(() => {
  if (outbox.state === 'signed out') return 'You are signed out; sign in, and it is sent.'
  if (outbox.state === 'unreachable')
    return 'The workshop’s server cannot be reached. It is sent as soon as it can.'
  return 'It is being sent.'
})
/** What is sent within a moment is nothing to tell. */
const LASTS_MS = 1500
const isShown = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  () => count.value > 0,
  (some) => {
    clearTimeout(timer)
    if (some) timer = setTimeout(() => (isShown.value = true), LASTS_MS)
    else isShown.value = false
  },
  { immediate: true },
)
onScopeDispose(() => clearTimeout(timer))
</script>

<template>
  <div v-if="(isShown && count > 0) || outbox.refused.length > 0">
    <button
      type="button"
      class="border-l-4 border-hands bg-hands-wash px-2 py-1 text-left font-semibold"
      @click="open = true"
    >
      {{ words }}
    </button>
    <AskDialog :open="open" title="Kept on this device" @close="open = false">
      <div class="space-y-4">
        <section v-if="outbox.refused.length > 0" aria-label="Refused">
          <p>
            The server does not take these: somebody else was faster, or it cannot be so. Look at
            how it stands now, and do it again where it still has to be done.
          </p>
          <ul class="mt-2">
            <li v-for="entry in outbox.refused" :key="entry.seq" class="border-b border-hair py-1">
              <span class="font-semibold">{{ entry.words }}</span><br /><span class="text-hands">{{
                entry.refused
              }}</span>
            </li>
          </ul>
          <button type="button" class="quiet mt-2" @click="outbox.understood()">Understood</button>
        </section>
        <section v-if="count > 0" aria-label="Waiting">
          <p>{{ why }}</p>
          <ol class="mt-2 max-h-64 overflow-y-auto">
            <li v-for="entry in outbox.waiting" :key="entry.seq" class="border-b border-hair py-1">
              {{ entry.words }}
            </li>
          </ol>
          <p v-if="ofOthers > 0" class="mt-2 text-soft">
            {{ ofOthers }} of them somebody else has done here: sent when they sign in again.
          </p>
        </section>
        <div class="flex gap-3">
          <button v-if="count > 0" type="button" class="press" @click="outbox.deliver()">
            Try now
          </button>
          <button type="button" class="quiet" @click="open = false">Close</button>
        </div>
      </div>
    </AskDialog>
  </div>
</template>
