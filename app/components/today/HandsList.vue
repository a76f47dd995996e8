<script setup lang="ts">
import type { PlanTaskRow } from '~~/shared/types/plan'

/** What needs hands, now and next; what is due now stands out. */
const { tasks, now } = defineProps<{ tasks: readonly PlanTaskRow[]; now: number }>()
const plan = usePlanStore()
const workshop = useWorkshopStore()
const { clock, local, short } = useWhen()

const orderTitle = computed(
  () => new Map((plan.plan?.promises ?? []).map((promise) => [promise.orderId, promise.title])),
)
/** What somebody has told of it and is not over. */
function standsWords({ told }: PlanTaskRow): string {
  if (told?.kind === 'begun')
    return `begun ${clock(told.at)}, ${workshop.people.get(told.personId)?.name ?? ''}`
  return told?.kind === 'put off' && told.untilAt ? `put off until ${short(told.untilAt)}` : ''
}
const today = computed(() => local(new Date(now).toISOString()))
const rows = computed(() =>
  tasks.map((task) => {
    const isNow = Date.parse(task.startAt) <= now
    const pot = plan.potById.get(task.potId ?? 0)
    const who = workshop.people.get(task.personId ?? 0)?.name ?? ''
    return {
      task,
      pot,
      isNow,
      when: isNow ? 'now' : clock(task.startAt),
      day: local(task.startAt).hasSame(today.value, 'day')
        ? ''
        : local(task.startAt).toFormat('ccc d'),
      order: orderTitle.value.get(task.orderId),
      where: task.station ? `${who}, ${task.station}` : who,
      bench: task.kind === 'mix' && pot ? `/bench/${task.potId}` : null,
      stands: standsWords(task),
    }
  }),
)
</script>

<template>
  <ol>
    <li
      v-for="row in rows"
      :key="row.task.key"
      class="grid grid-cols-[4rem_2rem_minmax(0,1fr)_auto] items-center gap-3 border-b border-hair py-1 leading-tight"
      :class="{ 'bg-sheet font-semibold': row.isNow }"
    >
      <span class="whitespace-nowrap"
        >{{ row.when }}<br v-if="row.day" /><span class="text-sm font-normal text-soft">{{
          row.day
        }}</span></span
      >
      <PotMark v-if="row.pot" :letter="row.pot.letter" :tint="row.pot.tint" /><span v-else />
      <span class="min-w-0"
        ><span :class="{ 'font-semibold': !row.isNow }">{{ row.task.title }}</span
        >{{ ' ' }} <span class="font-normal text-soft">{{ row.order }}</span><br /><span
          class="text-sm font-normal text-soft"
          >{{ row.where
          }}<template v-if="row.stands"
            >; <span class="font-semibold text-ink">{{ row.stands }}</span></template
          ></span
        ></span
      >
      <NuxtLink v-if="row.bench" :to="row.bench" class="quiet slim inline-grid place-content-center"
        >bench</NuxtLink
      ><TaskActs v-else-if="row.task.does" :task="row.task" /><span v-else />
    </li>
  </ol>
</template>
