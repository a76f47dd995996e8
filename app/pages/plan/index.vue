<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import type { PlanTaskRow } from '~~/shared/types/plan'
import { LANE_KINDS, LANE_KIND_NAMES, type LaneKind } from '~/utils/planLanes'
import { verdictWords } from '~/utils/verdictWords'

const plan = usePlanStore()
const workshop = useWorkshopStore()
const recipes = useRecipeStore()
const resins = useResinStore()
const route = useRoute()
/** A proposal that somebody was sent here to look at. */
const sentToLookAt = Number(route.query.look)
const { ready, failure, again } = useLoading(async () => {
  await Promise.all([plan.load(), plan.loadQuestion(), recipes.load(), resins.load()])
  if (sentToLookAt > 0 && plan.plan?.slip?.proposalId === sentToLookAt) await look(sentToLookAt)
})
const now = useTicking(30_000)
const timeLanes = useTemplateRef<{
  show: (ms: number, at?: 'middle') => void
  isShown: (ms: number) => boolean
}>('timeLanes')

const chosen = ref<string | null>(null)
const laneKind = ref<LaneKind>('maker')
const showsPromises = useLocalStorage('velvet-plan-promises', true)
const shown = usePlanShown({ now })
const { isProposed, byKey, ghosts, pinOf, pinned, range, promises, lateCount, lines } = shown
const { lanes, windows, hands } = usePlanLanes({ shown, kind: () => laneKind.value })
const task = computed(() => byKey.value.get(chosen.value ?? ''))
/** Beside the lanes: promises, unless they are closed; and whatever is asked about. */
const hasAside = computed(
  () => showsPromises.value || plan.proposal !== null || task.value !== undefined,
)
const chosenWindow = computed(() => windows.value.get(chosen.value ?? '') ?? null)

const changes = usePlanChanges({ shown })
const { refused, ask, askTerms, afresh, accept, discard, look, restore, pinAs, turnPin } = changes
watch(
  () => plan.plan?.id,
  (id, before) => {
    if (before !== undefined && id !== before) void again()
  },
)

const hand = useCarrying({
  question: () => plan.question,
  nameOf: (id) => workshop.people.get(id)?.name ?? 'nobody',
})
const { carried, rooms, verdict, able, moveTo, nudge, cancel } = hand
const handWords = computed(() =>
  verdictWords(carried.value, verdict.value, (key) => byKey.value.has(key)),
)
async function take(taken: PlanTaskRow): Promise<void> {
  if (isProposed.value || plan.planning) return
  chosen.value = taken.key
  await hand.begin(taken)
}
async function letGo(): Promise<void> {
  const dropped = await hand.drop()
  if (!dropped) return
  if ('refused' in dropped) changes.refuse(dropped.refused)
  else await pinAs(dropped.pin)
}
function show(key: string): void {
  chosen.value = key
  const start = Date.parse(byKey.value.get(key)?.startAt ?? '')
  if (!timeLanes.value?.isShown(start)) timeLanes.value?.show(start, 'middle')
}
</script>

<template>
  <div>
    <PlanHead
      :plan="plan.plan"
      :late="lateCount"
      :busy="plan.planning"
      :ready="ready"
      @restore="restore"
      @refresh="({ terms }) => askTerms(terms)"
      @afresh="afresh"
    />
    <StartList
      title="What the plan lacks"
      :only="({ code }) => code !== 'no-wage' && code !== 'no-order'"
    />
    <SlipNotice @look="look" />
    <p v-if="refused" role="alert" class="wrong mb-2">{{ refused }}</p>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the plan …</p>
    <EmptyPlace v-else-if="!plan.plan" title="There is no plan yet"
      >Accepted orders are laid out over shifts, benches, moulds and racks, cures through the
      night.<template #action
        ><button type="button" class="press" @click="afresh">Plan from now</button></template
      ></EmptyPlace
    >
    <div
      v-else
      class="grid gap-x-6 gap-y-5"
      :class="hasAside ? 'lg:grid-cols-[minmax(0,1fr)_20rem]' : ''"
    >
      <TimeLanes
        ref="timeLanes"
        class="min-w-0"
        :lanes="lanes"
        :from-ms="range.fromMs"
        :to-ms="range.toMs"
        :now="now"
        :time-zone="workshop.timeZone"
        :hands="hands"
        :pots="plan.potById"
        :chosen="chosen"
        :pinned="pinned"
        :ghosts="ghosts"
        :window="chosenWindow"
        :carried="carried"
        :rooms="rooms"
        :verdict="verdict"
        @choose="show"
        @take="take"
        @carry="moveTo"
        @drop="letGo"
        @cancel="cancel"
        @pin="turnPin"
      >
        <template #lanes
          ><FieldChoice
            v-model="laneKind"
            label="Lanes"
            hide-label
            class="w-36"
            :options="LANE_KINDS.map((kind) => ({ value: kind, label: LANE_KIND_NAMES[kind] }))"
        /></template>
        <template #more
          ><button
            type="button"
            class="slim border px-2"
            :class="showsPromises ? 'border-ink' : 'border-firm text-soft'"
            :aria-pressed="showsPromises"
            @click="showsPromises = !showsPromises"
          >
            promises beside it
          </button></template
        >
      </TimeLanes>
      <aside v-show="hasAside" class="min-w-0" aria-live="polite">
        <ProposalPanel
          v-if="plan.proposal"
          :proposal="plan.proposal"
          :plan="plan.plan"
          :busy="plan.planning"
          @accept="accept"
          @discard="discard"
          @show="show"
        />
        <TaskPanel
          v-if="task"
          :task="task"
          :holder="byKey.get(task.withKey ?? '')"
          :pot="plan.potById.get(task.potId ?? 0)"
          :pin="pinOf.get(task.key) ?? null"
          :able="able(task.key)"
          :opens-ms="chosenWindow?.opensMs ?? null"
          :closes-ms="chosenWindow?.closesMs ?? null"
          :is-carried="carried !== null"
          :verdict-words="handWords"
          @show="show"
          @take="take(task)"
          @drop="letGo"
          @cancel="cancel"
          @nudge="nudge"
          @pin="turnPin(task)"
          @unpin="turnPin(task)"
          @give="(personId) => pinAs({ taskKey: task!.key, startAt: null, personId })"
        />
        <TermList
          :terms="plan.plan.terms"
          :title-of="(key) => byKey.get(key)?.title"
          :busy="plan.planning"
          @change="askTerms"
        />
        <LostVisits v-if="showsPromises && plan.question" :lost="plan.question.lost" />
        <PlanSides
          v-if="showsPromises"
          :promises="promises"
          :terms="plan.plan.terms"
          :lines="lines"
          :question="plan.question"
          :busy="plan.planning"
          @ask="ask"
        />
      </aside>
    </div>
  </div>
</template>
