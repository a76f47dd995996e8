<script setup lang="ts">
import type { PlanTaskRow } from '~~/shared/types/plan'
import type { PlanPin } from '~~/shared/schemas/planTerms'
import type { Pot } from '~~/shared/types/pots'
import { whyThenWords } from '~~/shared/words'
import { isToldOver, TOLD_WORDS } from '~/utils/workWords'

/** One task of the plan: when, who, where, what holds it there; and the ways to change that. */
const { task, holder, pot, pin, able, opensMs, closesMs, isCarried, verdictWords } = defineProps<{
  task: PlanTaskRow
  holder: PlanTaskRow | undefined
  pot: Pot | undefined
  pin: PlanPin | null
  /** Who has the skill. */
  able: readonly number[]
  opensMs: number | null
  closesMs: number | null
  isCarried: boolean
  verdictWords: string
}>()
const emit = defineEmits<{
  show: [key: string]
  take: []
  drop: []
  cancel: []
  nudge: [minutes: number]
  pin: []
  unpin: []
  give: [personId: number]
}>()
const { dayAndClock, short } = useWhen()
const workshop = useWorkshopStore()
const plan = usePlanStore()
const mayPlan = useSessionStore().may('plan')
const nameOf = (id: number | null) => workshop.people.get(id ?? 0)?.name ?? 'nobody'
const shortMs = (ms: number) => short(new Date(ms).toISOString())
const maker = computed({
  get: () => task.personId ?? 0,
  set: (id) => {
    if (id !== task.personId) emit('give', id)
  },
})
const makers = computed(() => able.map((id) => ({ value: id, label: nameOf(id) })))
const isHeated = computed(() => workshop.places.get(task.placeId ?? 0)?.kind === 'box')
const NUDGES = [
  { minutes: -60, words: '1 h sooner' },
  { minutes: -15, words: '15 min sooner' },
  { minutes: 15, words: '15 min later' },
  { minutes: 60, words: '1 h later' },
] as const
const toldWords = computed(() =>
  task.told
    ? `It ${TOLD_WORDS[task.told.kind]}${task.told.untilAt ? ` until ${short(task.told.untilAt)}` : ''}, said by ${nameOf(task.told.personId)} ${short(task.told.at)}.`
    : '',
)
/** Whether the reader may see whose it is. */
const isKnown = (orderId: number) =>
  plan.plan?.promises.some((promise) => promise.orderId === orderId) ?? false
</script>

<template>
  <section class="sheet mb-4 p-4">
    <div class="flex items-start gap-3">
      <PotMark v-if="pot" :letter="pot.letter" :tint="pot.tint" />
      <h2 class="flex-1">{{ task.title }}</h2>
      <TaskActs v-if="task.does && task.attended && !isToldOver(task)" :task="task" />
    </div>
    <p v-if="task.told" class="font-semibold">
      {{ toldWords }}
    </p>
    <p class="mt-1">{{ dayAndClock(task.startAt) }} to {{ short(task.endAt) }}</p>
    <p class="text-soft">
      {{ task.attended ? nameOf(task.personId) : 'nobody needed'
      }}{{ task.station ? `, ${task.station}` : ''
      }}{{ task.placeId ? `, ${workshop.places.get(task.placeId)?.name}` : '' }}
    </p>
    <p v-if="opensMs !== null || closesMs !== null" class="text-soon">
      {{ opensMs !== null ? `opens ${shortMs(opensMs)}` : ''
      }}{{ opensMs !== null && closesMs !== null ? ', ' : ''
      }}{{ closesMs !== null ? `closes ${shortMs(closesMs)}` : '' }}
    </p>
    <h3 class="mt-2 font-semibold">Why then?</h3>
    <p>
      {{
        pin?.startAt
          ? 'It is pinned there.'
          : whyThenWords(
              task,
              holder,
              nameOf(task.personId),
              workshop.places.get(task.placeId ?? 0)?.name,
            )
      }}
    </p>
    <CautionList v-if="isHeated" class="mt-2" :topics="['box']" />
    <template v-if="isCarried">
      <p class="mt-2 font-semibold" role="status">{{ verdictWords }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button
          v-for="nudge in NUDGES"
          :key="nudge.minutes"
          type="button"
          class="quiet slim"
          @click="emit('nudge', nudge.minutes)"
        >
          {{ nudge.words }}
        </button>
      </div>
      <div class="mt-2 flex flex-wrap gap-2">
        <button type="button" class="press" @click="emit('drop')">Put it there</button
        ><button type="button" class="quiet" @click="emit('cancel')">Put it back</button>
      </div>
    </template>
    <template v-else>
      <div class="mt-3 flex flex-wrap gap-2">
        <template v-if="task.attended && mayPlan">
          <button type="button" class="quiet slim" @click="emit('take')">Move</button>
          <button v-if="pin" type="button" class="quiet slim" @click="emit('unpin')">
            Take the pin out
          </button>
          <button v-else type="button" class="quiet slim" @click="emit('pin')">Pin it here</button>
        </template>
        <button v-if="holder" type="button" class="quiet slim" @click="emit('show', holder.key)">
          Show “{{ holder.title }}”
        </button>
        <NuxtLink
          v-if="isKnown(task.orderId)"
          :to="`/orders/${task.orderId}`"
          class="quiet slim inline-grid place-content-center"
          >The order</NuxtLink
        >
      </div>
      <FieldChoice
        v-if="task.attended && mayPlan && makers.length > 1"
        v-model="maker"
        label="Done by"
        :options="makers"
        class="mt-3"
      />
    </template>
  </section>
</template>
