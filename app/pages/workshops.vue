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
              >its three months are being lived through: {{ workshop.furnishedPct }} %</span
            ><button
              type="button"
              class="quiet slim"
              :disabled="busy"
              @click="attempt(store.stopYard)"
            >
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
