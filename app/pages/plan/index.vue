<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import type { PlanTaskRow } from '~~/shared/types/plan'
import { NO_TERMS, type PlanTerms, type TimeSpan } from '~~/shared/schemas/planTerms'
import type { PlanAsk } from '~~/shared/schemas/proposals'
import type { PlaceRow, WeeklyShift } from '~~/shared/types/workshop'
import { changedShifts } from '~~/shared/time/changedShifts'
import { everyDay, shiftsBetween } from '~~/shared/time/shiftsBetween'
import { isLate } from '~/utils/proposalChanges'
import { LANE_KINDS, lanesOf, type LaneKind } from '~/utils/planLanes'
import { closings, taskWindows, type TaskWindow } from '~/utils/taskWindows'

const MS_PER_DAY = 86_400_000
const plan = usePlanStore()
const workshop = useWorkshopStore()
const recipes = useRecipeStore()
const resins = useResinStore()
const { ready, failure, again } = useLoading(() =>
  Promise.all([plan.load(), plan.loadQuestion(), recipes.load(), resins.load()]),
)
const { short } = useWhen()
const now = useTicking(30_000)
const timeLanes = useTemplateRef<{
  show: (ms: number, at?: 'middle') => void
  isShown: (ms: number) => boolean
}>('timeLanes')

const refused = ref('')
const chosen = ref<string | null>(null)
const laneKind = ref<LaneKind>('maker')
const KIND_NAMES: Record<LaneKind, string> = {
  maker: 'makers, places',
  place: 'places',
  mould: 'moulds',
  order: 'orders',
  pot: 'pots',
}
const SIDES = [
  { key: 'promises', name: 'Promises' },
  { key: 'if', name: 'What if' },
] as const
const side = ref<(typeof SIDES)[number]['key']>('promises')

const isProposed = computed(() => plan.proposal?.state === 'done' && plan.proposal.outcome !== null)
/** A proposal is looked at in the lanes before it holds. */
const tasks = computed<readonly PlanTaskRow[]>(
  () => (isProposed.value ? plan.proposal?.outcome?.tasks : plan.plan?.tasks) ?? [],
)
const byKey = computed(() => new Map(tasks.value.map((task) => [task.key, task])))
const ghosts = computed(
  () =>
    new Map(
      (plan.proposal?.outcome?.moved ?? []).map((task) => [
        task.key,
        { fromMs: Date.parse(task.fromAt), personId: task.fromPersonId },
      ]),
    ),
)
const shown = computed<PlanTerms>(() =>
  isProposed.value && plan.proposal ? plan.proposal.ask.terms : (plan.plan?.terms ?? NO_TERMS),
)
const pinOf = computed(() => new Map(shown.value.pins.map((pin) => [pin.taskKey, pin])))
const pinned = computed(() => new Set(pinOf.value.keys()))

const range = computed(() => {
  const starts = tasks.value.map((task) => Date.parse(task.startAt))
  const ends = tasks.value.map((task) => Date.parse(task.endAt))
  return {
    fromMs: Math.min(now.value, ...starts) - MS_PER_DAY,
    toMs: Math.max(now.value, ...ends) + MS_PER_DAY,
  }
})
/** Weekly hours as the plan has them: with those beyond, without those away. */
function hoursOf(
  weekly: readonly Pick<WeeklyShift, 'weekday' | 'fromMin' | 'toMin'>[],
  less: readonly TimeSpan[],
  more: readonly TimeSpan[],
): [number, number][] {
  const spans = (changes: readonly TimeSpan[]) =>
    changes.map((one): [number, number] => [Date.parse(one.fromAt), Date.parse(one.toAt)])
  return changedShifts(
    shiftsBetween(weekly, range.value.fromMs, range.value.toMs, workshop.timeZone),
    spans(less),
    spans(more),
  )
}
function shiftsOf(personId: number): [number, number][] {
  const isOwn = (one: { personId: number }) => one.personId === personId
  return hoursOf(
    (workshop.workshop?.shifts ?? []).filter(isOwn),
    shown.value.away.filter(isOwn),
    shown.value.extra.filter(isOwn),
  )
}
function runsOf({ climate }: PlaceRow): [number, number][] {
  const runs = 'boxC' in climate ? climate.runs : null
  return runs
    ? hoursOf(everyDay(runs.fromMin, runs.untilMin), shown.value.boxOff, shown.value.boxOn)
    : []
}
const orderTitles = computed(
  () => new Map((plan.plan?.promises ?? []).map((promise) => [promise.orderId, promise.title])),
)
const promises = computed(() => plan.plan?.promises ?? [])
const lateCount = computed(() => promises.value.filter(isLate).length)
const task = computed(() => byKey.value.get(chosen.value ?? ''))
const holder = computed(() => byKey.value.get(task.value?.withKey ?? ''))
const nameOf = (id: number | null) => workshop.people.get(id ?? 0)?.name ?? 'nobody'
const windows = computed(() =>
  plan.question ? taskWindows(plan.question, tasks.value) : new Map<string, TaskWindow>(),
)
const lanes = computed(() =>
  workshop.workshop
    ? lanesOf(laneKind.value, {
        tasks: tasks.value,
        workshop: workshop.workshop,
        pots: plan.potById,
        orderTitles: orderTitles.value,
        question: plan.question,
        closings: plan.question ? closings(plan.question, tasks.value, windows.value) : new Map(),
        shiftsOf,
        runsOf,
      })
    : [],
)
const chosenWindow = computed(() => windows.value.get(chosen.value ?? '') ?? null)
const lines = computed(() => {
  const names = new Map(
    (plan.pots ?? []).flatMap((pot) =>
      pot.portions.map((portion) => [portion.lineId, portion.recipeName] as const),
    ),
  )
  return [
    ...new Map(
      tasks.value.map((one) => [
        one.orderLineId,
        {
          id: one.orderLineId,
          title: [orderTitles.value.get(one.orderId), names.get(one.orderLineId)]
            .filter(Boolean)
            .join(', '),
        },
      ]),
    ).values(),
  ].filter((line) => line.id > 0)
})

/** Does something that the server may refuse, and says so. */
async function trying(work: () => Promise<unknown>): Promise<void> {
  refused.value = ''
  try {
    await work()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    refused.value = error.problem.title
    // Somebody else was faster: their plan holds, and is shown.
    if (error.problem.status === 409) await plan.load()
  }
}
const ask = (what: PlanAsk) => trying(() => plan.ask(what))
const askTerms = (terms: PlanTerms) => ask({ kind: 'keep', terms, suppose: [] })
const afresh = () =>
  plan.plan
    ? ask({ kind: 'afresh', terms: plan.plan.terms, suppose: [] })
    : trying(() => plan.begin())
const accept = () => trying(() => plan.accept())
const discard = () => trying(() => plan.discard())
const restore = (direction: 'undo' | 'redo') => trying(() => plan.restore(direction))
watch(
  () => plan.plan?.id,
  (id, before) => {
    if (before !== undefined && id !== before) void again()
  },
)

const { carried, rooms, verdict, able, begin, moveTo, nudge, drop, cancel } = useCarrying(
  () => plan.question,
  nameOf,
)
const verdictWords = computed(() => {
  if (!verdict.value)
    return carried.value
      ? 'Boxes show where it can go: whole ones move nobody, dotted ones do.'
      : ''
  if (!verdict.value.possible) return verdict.value.words
  const others = verdict.value.moved.filter(
    (one) => one.key !== carried.value?.task.key && byKey.value.has(one.key),
  ).length
  return others === 0
    ? 'Nothing else moves.'
    : `${others} other ${others === 1 ? 'task moves' : 'tasks move'} along.`
})
async function take(taken: PlanTaskRow): Promise<void> {
  if (isProposed.value || plan.planning) return
  chosen.value = taken.key
  await begin(taken)
}
async function letGo(): Promise<void> {
  const dropped = await drop()
  if (!dropped) return
  if ('refused' in dropped) refused.value = dropped.refused
  else await pinAs(dropped.pin)
}
const pinAs = (pin: PlanTerms['pins'][number]) =>
  askTerms({
    ...shown.value,
    pins: [...shown.value.pins.filter((one) => one.taskKey !== pin.taskKey), pin],
  })
const pin = (one: PlanTaskRow) =>
  pinned.value.has(one.key)
    ? askTerms({
        ...shown.value,
        pins: shown.value.pins.filter((other) => other.taskKey !== one.key),
      })
    : one.attended
      ? pinAs({ taskKey: one.key, startAt: one.startAt, personId: one.personId })
      : undefined
const give = (personId: number) =>
  task.value && pinAs({ taskKey: task.value.key, startAt: null, personId })

function show(key: string): void {
  chosen.value = key
  const start = Date.parse(byKey.value.get(key)?.startAt ?? '')
  if (!timeLanes.value?.isShown(start)) timeLanes.value?.show(start, 'middle')
}
onKeyStroke((event) => {
  if (
    !(event.ctrlKey || event.metaKey) ||
    !['z', 'y'].includes(event.key.toLowerCase()) ||
    /^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)
  )
    return
  event.preventDefault()
  const direction = event.key.toLowerCase() === 'y' || event.shiftKey ? 'redo' : 'undo'
  if (!plan.planning && (direction === 'undo' ? plan.plan?.canUndo : plan.plan?.canRedo))
    void restore(direction)
})
onBeforeUnmount(() => {
  if (plan.proposal) void plan.discard()
})
</script>

<template>
  <div>
    <PlaceHead
      title="Plan"
      :note="
        plan.plan
          ? `Made ${short(plan.plan.madeAt)} by ${plan.plan.madeBy}. ${lateCount === 0 ? 'Every promise is kept.' : `${lateCount} of ${promises.length} promises cannot be kept.`}`
          : 'Who, what, where and when.'
      "
    >
      <template v-if="plan.plan">
        <button
          type="button"
          class="quiet"
          :disabled="plan.planning || !plan.plan.canUndo"
          @click="restore('undo')"
        >
          Undo
        </button>
        <button
          type="button"
          class="quiet"
          :disabled="plan.planning || !plan.plan.canRedo"
          @click="restore('redo')"
        >
          Redo
        </button>
        <NuxtLink to="/plan/load" class="quiet">Load</NuxtLink>
        <NuxtLink to="/plan/week" class="quiet">Week</NuxtLink>
        <button
          type="button"
          class="quiet"
          :disabled="plan.planning"
          @click="askTerms(plan.plan.terms)"
        >
          Bring up to date
        </button>
      </template>
      <button v-if="ready" type="button" class="press" :disabled="plan.planning" @click="afresh">
        {{ plan.planning ? 'Planning …' : 'Plan from now' }}
      </button>
    </PlaceHead>
    <p v-if="refused" role="alert" class="wrong mb-2">{{ refused }}</p>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the plan …</p>
    <EmptyPlace v-else-if="!plan.plan" title="There is no plan yet"
      >Accepted orders are laid out over shifts, benches, moulds and racks, cures through the
      night.<template #action
        ><button type="button" class="press" @click="afresh">Plan from now</button></template
      ></EmptyPlace
    >
    <div v-else class="grid gap-x-6 gap-y-5 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <TimeLanes
        ref="timeLanes"
        class="min-w-0"
        :lanes="lanes"
        :from-ms="range.fromMs"
        :to-ms="range.toMs"
        :now="now"
        :time-zone="workshop.timeZone"
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
        @pin="pin"
      >
        <template #lanes
          ><FieldChoice
            v-model="laneKind"
            label="Lanes"
            hide-label
            class="w-36"
            :options="LANE_KINDS.map((kind) => ({ value: kind, label: KIND_NAMES[kind] }))"
        /></template>
      </TimeLanes>
      <aside class="min-w-0" aria-live="polite">
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
          :holder="holder"
          :pot="plan.potById.get(task.potId ?? 0)"
          :pin="pinOf.get(task.key) ?? null"
          :able="able(task.key)"
          :opens-ms="chosenWindow?.opensMs ?? null"
          :closes-ms="chosenWindow?.closesMs ?? null"
          :is-carried="carried !== null"
          :verdict-words="verdictWords"
          @show="show"
          @take="take(task)"
          @drop="letGo"
          @cancel="cancel"
          @nudge="nudge"
          @pin="pin(task)"
          @unpin="pin(task)"
          @give="give"
        />
        <TermList
          :terms="plan.plan.terms"
          :title-of="(key) => byKey.get(key)?.title"
          :busy="plan.planning"
          @change="askTerms"
        />
        <div class="mb-2 flex gap-1" role="group" aria-label="Beside the plan">
          <button
            v-for="one in SIDES"
            :key="one.key"
            type="button"
            class="slim border-b-2 px-2"
            :class="side === one.key ? 'border-ink font-semibold' : 'border-transparent text-soft'"
            :aria-pressed="side === one.key"
            @click="side = one.key"
          >
            {{ one.name }}
          </button>
        </div>
        <PromiseList v-if="side === 'promises'" :promises="promises" />
        <div v-else class="space-y-6">
          <WhatIf :terms="plan.plan.terms" :lines="lines" :busy="plan.planning" @ask="ask" />
          <HelpList v-if="plan.question" :question="plan.question" />
        </div>
      </aside>
    </div>
  </div>
</template>
