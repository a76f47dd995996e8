<script setup lang="ts">
import { DateTime } from 'luxon'
import type { PlanTaskRow } from '~~/shared/types/plan'

/** A week of the plan on paper: a row for each maker, a column for each day. */
const plan = usePlanStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(async () => {
  await plan.load()
  openNextWork()
})
const { clock, localNow } = useWhen()
const DAYS = 7
const monday = ref(localNow().startOf('week'))
const days = computed(() => Array.from({ length: DAYS }, (_, i) => monday.value.plus({ days: i })))
const titles = computed(
  () => new Map((plan.plan?.promises ?? []).map((promise) => [promise.orderId, promise.title])),
)
const hands = computed(() => (plan.plan?.tasks ?? []).filter((task) => task.attended))
const rows = computed(() =>
  workshop.peopleThere.map((person) => ({
    person,
    days: days.value.map((day) =>
      hands.value.filter(
        (task) =>
          task.personId === person.id &&
          DateTime.fromISO(task.startAt, { zone: workshop.timeZone }).hasSame(day, 'day'),
      ),
    ),
  })),
)
const promised = computed(() =>
  days.value.map((day) =>
    (plan.plan?.promises ?? []).filter((promise) =>
      DateTime.fromISO(promise.promisedAt, { zone: workshop.timeZone }).hasSame(day, 'day'),
    ),
  ),
)
/** On a Saturday evening the week that matters is the next one. */
function openNextWork(): void {
  const next = hands.value.find((task) => Date.parse(task.endAt) > nowMs())
  if (next)
    monday.value = DateTime.fromISO(next.startAt, { zone: workshop.timeZone }).startOf('week')
}
const isEmpty = computed(() =>
  rows.value.every((row) => row.days.every((list) => list.length === 0)),
)
const letterOf = (task: PlanTaskRow) => plan.potById.get(task.potId ?? 0)?.letter
const print = () => window.print()
</script>

<template>
  <div>
    <PlaceHead
      :title="`Week of ${monday.toFormat('d LLLL yyyy')}`"
      :note="
        plan.plan
          ? `${workshop.workshop?.name}, from the plan of ${DateTime.fromISO(plan.plan.madeAt, { zone: workshop.timeZone }).toFormat('ccc d LLL HH:mm')}`
          : ''
      "
    >
      <div class="flex flex-wrap gap-2 print:hidden">
        <button type="button" class="quiet" @click="monday = monday.minus({ weeks: 1 })">
          The week before
        </button>
        <button type="button" class="quiet" @click="monday = monday.plus({ weeks: 1 })">
          The week after
        </button>
        <NuxtLink to="/plan" class="quiet">Back to the plan</NuxtLink>
        <button type="button" class="press" :disabled="!ready || isEmpty" @click="print">
          Print
        </button>
      </div>
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the plan …</p>
    <p v-else-if="isEmpty" class="text-soft">Nothing is planned for this week.</p>
    <div v-else class="overflow-x-auto print:overflow-visible">
      <table
        class="week w-full min-w-[60rem] table-fixed border-collapse text-[0.86rem] leading-tight print:min-w-0 print:text-[8pt]"
      >
        <thead>
          <tr>
            <th class="w-24">hands</th>
            <th v-for="day in days" :key="day.toMillis()">{{ day.toFormat('ccc d LLL') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.person.id">
            <th scope="row" class="font-semibold text-ink">{{ row.person.name }}</th>
            <td v-for="(list, i) in row.days" :key="i">
              <p v-for="task in list" :key="task.key" class="mb-1 break-inside-avoid">
                <span class="font-semibold">{{ clock(task.startAt) }}</span>{{ ' ' }}
                <span v-if="letterOf(task)" class="border border-ink px-0.5 font-bold">{{
                  letterOf(task)
                }}</span>
                {{ task.title }}<br /><span class="text-soft">{{ titles.get(task.orderId) }}</span>
              </p>
            </td>
          </tr>
          <tr>
            <th scope="row" class="font-semibold text-ink">promised</th>
            <td v-for="(list, i) in promised" :key="i">
              <p v-for="promise in list" :key="promise.orderId" class="mb-1">
                <span class="font-semibold">{{ clock(promise.promisedAt) }}</span>
                {{ promise.title }}
              </p>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.week th,
.week td {
  border: 1px solid var(--hair);
  padding: 0.25rem 0.35rem;
  vertical-align: top;
  text-align: left;
}
@media print {
  @page {
    size: landscape;
    margin: 10mm;
  }
  tr {
    break-inside: auto;
  }
}
</style>
