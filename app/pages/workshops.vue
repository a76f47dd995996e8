<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'

const store = useWorkshopsStore()
const session = useSessionStore()
const { ready, failure, again } = useLoading(store.load)
const isManager = computed(() => session.may('keep the house'))
const here = computed(() => store.workshops.find(({ isHere }) => isHere))
const hasYard = computed(() => store.workshops.some(({ isMadeUp }) => isMadeUp))
/** A yard that is being filled says by itself when it is ready. */
const LOOK_EVERY_MS = 2000
useIntervalFn(() => {
  if (store.workshops.some(({ furnishedPct }) => furnishedPct < 100)) void store.load()
}, LOOK_EVERY_MS)
const asking = ref<'another' | 'delete' | null>(null)
const { busy, refused, attempt } = useAttempt()

const isSending = ref(false)
/** The one that is read in now. */
const coming = ref<number | null>(null)
const lost = ref(false)
async function take(input: HTMLInputElement): Promise<void> {
  const file = input.files?.[0]
  if (!file) return
  lost.value = false
  isSending.value = true
  await attempt(async () => {
    coming.value = (await store.loadFile(file)).id
  })
  isSending.value = false
  // The same file can be chosen again.
  input.value = ''
}
const stop = (id: number) =>
  attempt(async () => {
    if (coming.value === id) coming.value = null
    await store.stopFilling()
  })
watch(
  () => store.workshops.find(({ id }) => id === coming.value)?.furnishedPct,
  (pct) => {
    if (coming.value === null || (pct !== undefined && pct < 100)) return
    lost.value = pct === undefined
    coming.value = null
  },
)
</script>

<template>
  <div class="max-w-3xl">
    <PlaceHead
      title="Workshops"
      note="Each has its own people, stores, orders and plan; none sees another."
    >
      <button v-if="isManager" type="button" class="press" @click="asking = 'another'">
        Begin another workshop
      </button>
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching your workshops …</p>
    <template v-else>
      <p v-if="refused" role="alert" class="wrong mb-2">{{ refused }}</p>
      <ul>
        <li
          v-for="workshop in store.workshops"
          :key="workshop.id"
          class="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-hair py-3"
        >
          <span class="min-w-0 flex-1"
            ><strong class="font-label text-lg">{{ workshop.name }}</strong
            ><br /><span class="text-soft"
              >you are {{ workshop.role
              }}<template v-if="workshop.isMadeUp">; made up</template></span
            ></span
          >
          <span v-if="workshop.isHere" class="text-soft">you are here</span>
          <span
            v-else-if="workshop.furnishedPct < 100"
            class="flex flex-wrap items-center gap-3 text-soft"
            ><span role="status"
              >{{
                workshop.isMadeUp ? 'its three months are being lived through' : 'it is read in'
              }}: {{ workshop.furnishedPct }} %</span
            ><button type="button" class="quiet slim" :disabled="busy" @click="stop(workshop.id)">
              Stop it
            </button></span
          >
          <button
            v-else
            type="button"
            class="quiet"
            :disabled="busy"
            @click="attempt(() => store.goTo(workshop.id))"
          >
            Go there
          </button>
        </li>
      </ul>
      <section v-if="isManager" class="mt-6">
        <h2>From a file</h2>
        <p class="mb-2 text-soft">
          A workshop that was downloaded, here or from another installation, is taken in as another
          one of yours. Its people are invited anew, because passwords stand in no file.
        </p>
        <label
          class="quiet inline-grid cursor-pointer place-content-center"
          :class="busy ? 'opacity-60' : ''"
          >Choose a file<input
            type="file"
            accept=".json,application/json"
            class="sr-only"
            :disabled="busy"
            @change="take($event.target as HTMLInputElement)"
        /></label>
        <p v-if="isSending" role="status" class="mt-2 text-soft">Reading it …</p>
        <p v-if="lost" role="alert" class="wrong mt-2">
          The workshop could not be read in to its end, and nothing of it was kept.
        </p>
      </section>
      <section v-if="isManager && !hasYard" class="mt-6">
        <h2>Look around first</h2>
        <p class="mb-2 text-soft">
          A made-up yard with five people, orders, a plan and three months of past work. Nothing in
          it touches your own, and it can be thrown away.
        </p>
        <button type="button" class="quiet" :disabled="busy" @click="attempt(store.addYard)">
          Look around in the made-up yard
        </button>
      </section>
      <section v-if="isManager && here" class="mt-8 border-t border-hair pt-4">
        <h2>{{ here.name }}</h2>
        <p class="mb-2 text-soft">
          Everything in it with its photographs, in one file that other programs can read; without
          passwords.
        </p>
        <div class="flex flex-wrap gap-3">
          <a href="/api/workshop/export" download class="quiet">Download everything</a>
          <button type="button" class="quiet" @click="asking = 'delete'">
            {{ here.isMadeUp ? 'Throw it away' : 'Delete this workshop' }}
          </button>
        </div>
      </section>
      <NewWorkshopDialog :open="asking === 'another'" @close="asking = null" />
      <DeleteWorkshopDialog
        v-if="here"
        :open="asking === 'delete'"
        :workshop="here"
        @close="asking = null"
      />
    </template>
  </div>
</template>
