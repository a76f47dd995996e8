<script setup lang="ts">
import { DateTime } from 'luxon'
import { STARTING_SPREAD, USUAL_RUNS } from '~~/core/odds'
import { formatDuration } from '~~/core/units'
import { shiftsBetween } from '~~/shared/time/shiftsBetween'
import { whyThenWords } from '~/utils/whyThenWords'
import type { Lane } from '~/components/plan/TimeLanes.vue'

const plan = usePlanStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => plan.load())
const { dayAndClock, short } = useWhen()
const now = useTicking(30_000)
const refused = ref('')
const chosen = ref<string | null>(null)

const SPANS = [{ hours: 12, name: '12 hours' }, { hours: 48, name: '2 days' }, { hours: 168, name: 'a week' }] as const
const hours = ref<number>(48)
const from = ref(DateTime.now().setZone(workshop.timeZone).minus({ hours: 1 }).startOf('hour').toMillis())
const shift = (by: number) => (from.value += by * hours.value * 1_800_000)
function toNow(): void {
  from.value = DateTime.now().setZone(workshop.timeZone).minus({ hours: 1 }).startOf('hour').toMillis()
}

const shiftsOf = (personId: number) =>
  shiftsBetween((workshop.workshop?.shifts ?? []).filter((one) => one.personId === personId), from.value, from.value + hours.value * 3_600_000, workshop.timeZone)
const tasks = computed(() => plan.plan?.tasks ?? [])
const byKey = computed(() => new Map(tasks.value.map((task) => [task.key, task])))
const lanes = computed<Lane[]>(() => [
  ...(workshop.workshop?.people ?? []).map((person): Lane => ({ key: `p${person.id}`, name: person.name, note: person.skills.join(', '), shifts: shiftsOf(person.id), tasks: tasks.value.filter((task) => task.personId === person.id) })),
  ...(workshop.workshop?.places ?? []).filter((place) => place.kind === 'rack').map((place): Lane => ({ key: `r${place.id}`, name: place.name, note: place.roomName, shifts: [], tasks: tasks.value.filter((task) => task.placeId === place.id && task.personId === null) })),
])
const promises = computed(() => {
  const worst = (lateMin: number, readyAt: string | null) => (readyAt === null ? Infinity : lateMin)
  return [...(plan.plan?.promises ?? [])].sort((x, y) => worst(y.lateMin, y.readyAt) - worst(x.lateMin, x.readyAt))
})
const lateCount = computed(() => promises.value.filter((promise) => promise.readyAt === null || promise.lateMin > 0).length)
const task = computed(() => byKey.value.get(chosen.value ?? ''))
const holder = computed(() => byKey.value.get(task.value?.withKey ?? ''))
/** Where the odds come from, with the starting values that they stand on. */
const oddsWords = `The plan is carried out ${USUAL_RUNS.toLocaleString('en')} times with chance: what hands do differs by ${STARTING_SPREAD.handsPct} %, cures by ${STARTING_SPREAD.curesPct} % (nine in ten are done by their planned time, because cures are planned in the cold and with a margin), ${STARTING_SPREAD.absencePct} in 100 shifts are missed, and a commission is made again when a piece fails, as often as the studio’s yield says. These are starting values. Makers, places and the order of the work stay the plan’s, and nobody stands in for anybody, so the odds are on the careful side.`
const nameOf = (id: number | null) => workshop.people.get(id ?? 0)?.name ?? 'nobody'

async function replan(): Promise<void> {
  refused.value = ''
  try {
    await plan.replan()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    refused.value = error.problem.title
  }
}
function show(key: string): void {
  chosen.value = key
  const start = Date.parse(byKey.value.get(key)?.startAt ?? '')
  if (start < from.value || start > from.value + hours.value * 3_600_000) from.value = start - 3_600_000
}
</script>

<template>
  <div>
    <PlaceHead title="Plan" :note="plan.plan ? `Made ${short(plan.plan.madeAt)} by ${plan.plan.madeBy}. ${lateCount === 0 ? 'Every promise is kept.' : `${lateCount} of ${promises.length} promises cannot be kept.`}` : 'Who, what, where and when.'">
      <button type="button" class="press" :disabled="plan.planning" @click="replan">{{ plan.planning ? 'Planning …' : 'Plan from now' }}</button>
    </PlaceHead>
    <p v-if="refused" role="alert" class="wrong mb-2">{{ refused }}</p>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the plan …</p>
    <EmptyPlace v-else-if="!plan.plan" title="There is no plan yet">Accepted orders are laid out over shifts, benches, moulds and racks, cures through the night.<template #action><button type="button" class="press" @click="replan">Plan from now</button></template></EmptyPlace>
    <template v-else>
      <div class="mb-2 flex flex-wrap items-center gap-2">
        <button type="button" class="quiet slim" @click="shift(-1)">earlier</button>
        <button type="button" class="quiet slim" @click="toNow">now</button>
        <button type="button" class="quiet slim" @click="shift(1)">later</button>
        <span class="ml-3 flex gap-1" role="group" aria-label="How much time is shown"><button v-for="span in SPANS" :key="span.hours" type="button" class="slim border px-3" :class="hours === span.hours ? 'border-ink bg-act text-act-ink' : 'border-firm'" :aria-pressed="hours === span.hours" @click="hours = span.hours">{{ span.name }}</button></span>
        <span class="ml-auto flex items-center gap-4 text-sm text-soft max-md:hidden"><span class="inline-flex items-center gap-1"><svg width="22" height="12"><rect x="1" y="1" width="20" height="10" fill="var(--sheet)" stroke="var(--ink)" /></svg> hands</span><span class="inline-flex items-center gap-1"><svg width="26" height="12"><line x1="0" x2="20" y1="6" y2="6" stroke="var(--firm)" stroke-width="4" /><path d="M20 0v12m0-12h4m-4 12h4" stroke="var(--ink)" fill="none" /></svg> lies until it opens</span></span>
      </div>
      <div class="grid gap-x-6 gap-y-5 xl:grid-cols-[minmax(0,1fr)_20rem]">
        <div class="sheet min-w-0 p-3"><TimeLanes :lanes="lanes" :from="from" :hours="hours" :now="now" :time-zone="workshop.timeZone" :pots="plan.potById" :chosen="chosen" @choose="show" /></div>
        <aside class="min-w-0" aria-live="polite">
          <section v-if="task" class="sheet mb-5 p-4">
            <div class="flex items-start gap-3"><PotMark v-if="plan.potById.get(task.potId ?? 0)" :letter="plan.potById.get(task.potId ?? 0)!.letter" :tint="plan.potById.get(task.potId ?? 0)!.tint" /><h2>{{ task.title }}</h2></div>
            <p class="mt-1">{{ dayAndClock(task.startAt) }} to {{ short(task.endAt) }}</p>
            <p class="text-soft">{{ task.attended ? nameOf(task.personId) : 'nobody needed' }}{{ task.station ? `, ${task.station}` : '' }}{{ task.placeId ? `, ${workshop.places.get(task.placeId)?.name}` : '' }}</p>
            <h3 class="mt-3 font-semibold">Why then?</h3>
            <p>{{ whyThenWords(task.binding, holder, nameOf(task.personId)) }}</p>
            <div class="mt-3 flex flex-wrap gap-2">
              <button v-if="holder" type="button" class="quiet slim" @click="show(holder.key)">Show “{{ holder.title }}”</button>
              <NuxtLink :to="`/orders/${task.orderId}`" class="quiet slim inline-grid place-content-center">The order</NuxtLink>
            </div>
          </section>
          <h2 class="mb-1">Promises</h2>
          <details v-if="promises.some((promise) => promise.odds)" class="mb-1 text-soft"><summary>how the odds are found</summary><p>{{ oddsWords }}</p></details>
          <p v-if="promises.length === 0" class="text-soft">No accepted orders to plan.</p>
          <ul>
            <li v-for="promise in promises" :key="promise.orderId" class="border-b border-hair py-1.5">
              <NuxtLink :to="`/orders/${promise.orderId}`" class="link font-semibold">{{ promise.title }}</NuxtLink><br>
              <span class="text-soft">promised {{ dayAndClock(promise.promisedAt) }}</span><br>
              <StateWord v-if="promise.readyAt === null" word="cannot be planned" stage="hands" />
              <StateWord v-else-if="promise.lateMin > 0" :word="`late by ${formatDuration(promise.lateMin)}`" stage="hands" />
              <span v-else>ready {{ dayAndClock(promise.readyAt) }}</span>
              <span v-if="promise.usesSand" class="text-soft">; sanded between layers</span>
              <PromiseChance v-if="promise.odds" :odds="promise.odds" />
              <details v-if="promise.readyAt === null || promise.lateMin > 0"><summary class="text-soft">because</summary><ol class="list-decimal pl-5"><li v-for="reason in promise.because" :key="reason">{{ reason }}</li></ol></details>
            </li>
          </ul>
        </aside>
      </div>
    </template>
  </div>
</template>
