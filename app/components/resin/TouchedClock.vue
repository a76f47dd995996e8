<script setup lang="ts">
import type { ResinFields } from '~~/shared/schemas/resins'
import type { TouchedResin } from '~~/shared/types/resins'

/** What fingers found of a resin's own clock, to be taken where it tells something. */
const { resinId } = defineProps<{ resinId: number }>()
const resin = defineModel<ResinFields>({ required: true })
const resins = useResinStore()
const touched = ref<TouchedResin | null>(null)
const { failure, again } = useLoading(async () => (touched.value = await resins.touched(resinId)))
const isTaken = computed(
  () =>
    resin.value.slowerPct === touched.value?.slowerPct &&
    resin.value.variesPct === touched.value?.variesPct,
)
function take(): void {
  if (!touched.value) return
  const { slowerPct, variesPct } = touched.value
  resin.value = { ...resin.value, slowerPct, variesPct }
}
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <p v-else-if="touched?.pieces === 0" class="text-soft">
    Nobody has touched a piece of it yet: on Racks, “not yet” and “it is” teach its clock.
  </p>
  <p v-else-if="touched" class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <span
      >By {{ touched.pieces }} {{ touched.pieces === 1 ? 'piece' : 'pieces' }} that were touched:
      {{ writtenNumber(Math.abs(touched.slowerPct), 1) }} %
      {{ touched.slowerPct < 0 ? 'faster' : 'slower' }} than its sheet, give or take
      {{ writtenNumber(touched.variesPct, 1) }} %</span
    >
    <span v-if="isTaken" class="text-soft">as it stands here</span>
    <button v-else type="button" class="quiet slim" @click="take">Take it</button>
  </p>
</template>
