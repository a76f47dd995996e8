<script setup lang="ts">
import type { CupPigment } from '~~/core/trade'

/** Sets a cup's tint under the picture: which pigments, and how much of each. */
const { name } = defineProps<{ name: string }>()
const pigments = defineModel<CupPigment[]>({ required: true })
const workshop = useWorkshopStore()
const FIRST_LOAD_PCT = 1

/** What is put away is still taken out of where it is. */
const offered = computed(() =>
  [...workshop.pigments].filter(([id, { isArchived }]) => !isArchived || loadOf(id) !== undefined),
)
/** What is dosed by load; drops and other measures are set with the cup. */
const loads = computed(() =>
  pigments.value.flatMap(({ pigmentId, dose }) =>
    'loadPct' in dose ? [{ pigmentId, loadPct: dose.loadPct }] : [],
  ),
)
const loadOf = (id: number) => pigments.value.find((one) => one.pigmentId === id)?.dose
/** What is in it: the load, and what is counted as the maker counts it. */
const holds = computed(() =>
  [
    ...(loads.value.length > 0 ? [`${writtenNumber(total.value, 1)} % pigment`] : []),
    ...pigments.value.flatMap((one) =>
      'loadPct' in one.dose
        ? []
        : [doseWords(one, workshop.pigments.get(one.pigmentId)?.name ?? '')],
    ),
  ].join(', '),
)
const total = computed(() => loads.value.reduce((sum, one) => sum + one.loadPct, 0))
function toggle(id: number): void {
  pigments.value =
    loadOf(id) === undefined
      ? [...pigments.value, { pigmentId: id, dose: { loadPct: FIRST_LOAD_PCT } }]
      : pigments.value.filter((one) => one.pigmentId !== id)
}
const setLoad = (id: number, event: Event) =>
  (pigments.value = pigments.value.map((one) =>
    one.pigmentId === id
      ? { ...one, dose: { loadPct: Number((event.target as HTMLInputElement).value) } }
      : one,
  ))
</script>

<template>
  <div role="group" :aria-label="`Tint of ${name}`">
    <div class="flex flex-wrap items-center gap-1">
      <span class="mr-1 text-soft"
        >{{ name }}: {{ holds || 'clear'
        }}<span v-if="total > workshop.pigmentCapPct" class="wrong">
          over the cap of {{ writtenNumber(workshop.pigmentCapPct, 1) }} %</span
        ></span
      >
      <button
        v-for="[id, pigment] in offered"
        :key="id"
        type="button"
        class="size-8 border-2"
        :class="loadOf(id) === undefined ? 'border-transparent' : 'border-ink'"
        :style="{ background: pigment.hex }"
        :title="pigment.name"
        :aria-label="pigment.name"
        :aria-pressed="loadOf(id) !== undefined"
        @click="toggle(id)"
      />
    </div>
    <label
      v-for="one in loads"
      :key="one.pigmentId"
      class="mt-1 grid grid-cols-[10rem_1fr_3.5rem] items-center gap-2"
    >
      <span>{{ workshop.pigments.get(one.pigmentId)?.name }}</span><input
        type="range"
        min="0.1"
        max="12"
        step="0.1"
        class="accent-ink"
        :value="one.loadPct"
        :aria-label="`Load of ${workshop.pigments.get(one.pigmentId)?.name}`"
        @input="setLoad(one.pigmentId, $event)"
      /><span class="text-right">{{ writtenNumber(one.loadPct, 1) }} %</span>
    </label>
  </div>
</template>
