<script setup lang="ts">
import type { PlanTerms } from '~~/shared/schemas/planTerms'

/** What the plan stands on beside orders and shifts, each of which can be taken back. */
const { terms, titleOf, busy } = defineProps<{
  terms: PlanTerms
  titleOf: (taskKey: string) => string | undefined
  busy: boolean
}>()
const emit = defineEmits<{ change: [terms: PlanTerms] }>()
const workshop = useWorkshopStore()
const resins = useResinStore()
const { dayAndClock, clock } = useWhen()
const nameOf = (id: number | null) => workshop.people.get(id ?? 0)?.name ?? 'somebody'
const without = <T,>(list: readonly T[], one: T) => list.filter((other) => other !== one)

const rows = computed(() => [
  ...terms.away.map((one) => ({
    words: `${nameOf(one.personId)} is away from ${dayAndClock(one.fromAt)} to ${dayAndClock(one.toAt)}`,
    left: { ...terms, away: without(terms.away, one) },
  })),
  ...terms.extra.map((one) => ({
    words: `${nameOf(one.personId)} stays ${dayAndClock(one.fromAt)} to ${clock(one.toAt)}`,
    left: { ...terms, extra: without(terms.extra, one) },
  })),
  ...terms.boxOn.map((one) => ({
    words: `the heated box runs ${dayAndClock(one.fromAt)} to ${clock(one.toAt)}`,
    left: { ...terms, boxOn: without(terms.boxOn, one) },
  })),
  ...terms.boxOff.map((one) => ({
    words: `the heated box is not to be had from ${dayAndClock(one.fromAt)} to ${dayAndClock(one.toAt)}`,
    left: { ...terms, boxOff: without(terms.boxOff, one) },
  })),
  ...terms.deliveries.map((one) => ({
    words: `${resins.byId.get(one.resinId)?.name ?? 'a resin'} comes ${dayAndClock(one.at)}`,
    left: { ...terms, deliveries: without(terms.deliveries, one) },
  })),
  ...terms.pins.flatMap((one) => {
    const title = titleOf(one.taskKey)
    const words = [
      one.startAt ? `at ${dayAndClock(one.startAt)}` : '',
      one.personId ? `by ${nameOf(one.personId)}` : '',
    ]
      .filter(Boolean)
      .join(' ')
    return title === undefined
      ? []
      : [{ words: `“${title}” ${words}`, left: { ...terms, pins: without(terms.pins, one) } }]
  }),
])
</script>

<template>
  <section v-if="rows.length" class="mb-4">
    <h2 class="mb-1">What it stands on</h2>
    <ul>
      <li
        v-for="row in rows"
        :key="row.words"
        class="flex items-start justify-between gap-3 border-b border-hair py-1 leading-tight"
      >
        <span>{{ row.words }}</span><button
          type="button"
          class="link shrink-0"
          :disabled="busy"
          :aria-label="`Take back: ${row.words}`"
          @click="emit('change', row.left)"
        >
          take back
        </button>
      </li>
    </ul>
  </section>
</template>
