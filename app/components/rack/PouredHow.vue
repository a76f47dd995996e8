<script setup lang="ts">
import { foldRun } from '~~/core/run'
import { MS_PER_MIN, formatDuration } from '~~/core/units'
import type { RunView } from '~~/shared/types/runs'
import { cupParts, doseFigures } from '~/utils/cupDoses'

/** How the pot was mixed and poured that a layer of a piece is of, as it was told at the bench. */
const { runId } = defineProps<{ runId: number }>()
const racks = useRackStore()
const workshop = useWorkshopStore()
const session = useSessionStore()
const { short } = useWhen()
const run = ref<RunView | null>(null)
const { ready, failure, again } = useLoading(async () => (run.value = await racks.run(runId)))
const state = computed(() => run.value && foldRun(run.value.targets, run.value.events))
const weighed = computed(() => {
  const { targets } = run.value!
  const { a, b } = state.value!.inCup
  const error = state.value!.ratioErrorPct
  return [
    ...targets.parts.map(
      ({ part, unit, ownAmount }) =>
        `${part.toUpperCase()} ${figure(part === 'a' ? a : b, unit, 1)} of ${figure(ownAmount, unit, 1)}`,
    ),
    ...(error === null
      ? []
      : [`${Math.abs(error).toFixed(1)} % ${error < 0 ? 'under' : 'over'} the ratio`]),
  ].join('; ')
})
const minutesBetween = (from: string, to: string): string | null => {
  const at = (kind: string) => run.value!.events.findLast((event) => event.kind === kind)?.at
  const [start, end] = [at(from), at(to)]
  return start && end && end > start ? formatDuration((end - start) / MS_PER_MIN) : null
}
const lines = computed(() => {
  if (!run.value || !state.value) return []
  const { targets, events } = run.value
  const pours = state.value.poured.flatMap((index) => {
    const pour = targets.pours[index]
    return pour ? [`${pour.cup}${pour.where ? `, ${pour.where}` : ''}`] : []
  })
  const bench = events.findLast((event) => event.kind === 'measured')
  const warm = bench?.kind === 'measured' ? bench.tempC : targets.warmth?.tempC
  const passes = events.filter(({ kind }) => kind === 'heatPass')
  const left = events.flatMap((event) => (event.kind === 'skipped' ? [event.reason] : []))
  const leftOver = events.flatMap((event) =>
    event.kind === 'leftOver' ? [workshop.moulds.get(event.mouldId)?.name ?? 'a small mould'] : [],
  )
  const all: [name: string, words: string | null][] = [
    ['weighed', weighed.value],
    ['stirred', minutesBetween('stirStarted', 'stirEnded')],
    ['rested', minutesBetween('stirEnded', 'pourStarted')],
    ['poured in', minutesBetween('pourStarted', 'pourEnded')],
    ['order of pours', pours.length > 1 ? pours.join(', then ') : null],
    ['bench', warm === undefined ? null : figure(warm, '°C', 1)],
    [
      'heat passes',
      passes.length > 0
        ? passes.map(({ at }) => short(new Date(at).toISOString())).join(', ')
        : null,
    ],
    [
      'ran short',
      state.value.extraMl > 0
        ? `by ${figure(state.value.extraMl, 'ml', 0)}, mixed once more`
        : null,
    ],
    ['left over', leftOver.length > 0 ? leftOver.join(', ') : null],
    ['left out', left.length > 0 ? left.join(', ') : null],
  ]
  return all.flatMap(([name, words]) => (words ? [{ name, words }] : []))
})
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <p v-else-if="!ready || !run" class="text-soft" role="status">Fetching how it was mixed …</p>
  <div v-else class="grid gap-x-8 gap-y-1 sm:grid-cols-2">
    <dl class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4">
      <template v-for="{ name, words } in lines" :key="name">
        <dt class="text-soft">{{ name }}</dt>
        <dd>{{ words }}</dd>
      </template>
      <template v-if="run.drawnFrom.length > 0">
        <dt class="text-soft">from</dt>
        <dd>
          <template v-for="({ lotId, code }, i) in run.drawnFrom" :key="lotId"
            >{{ i > 0 ? ', ' : ''
            }}<NuxtLink
              v-if="session.may('see the stock')"
              :to="`/stores/lots/${lotId}`"
              class="link"
              >{{ code }}</NuxtLink
            ><template v-else>{{ code }}</template></template
          >
        </dd>
      </template>
    </dl>
    <ul aria-label="Its cups">
      <li v-for="cup in run.targets.cups" :key="cup.name">
        <strong>{{ cup.name }}</strong>{{
          cup.takenMl > 0 ? `, ${figure(cup.takenMl, 'ml', 0)}` : ''
        }}
        <span v-for="words in cupParts(cup)" :key="words" class="block text-soft">{{ words }}</span>
        <span v-for="dose in cup.doses ?? []" :key="dose.name" class="block text-soft"
          >{{ dose.name }} {{ doseFigures(dose) }}</span
        >
      </li>
    </ul>
  </div>
</template>
