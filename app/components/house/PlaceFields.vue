<script setup lang="ts">
import type { HouseFields } from '~~/shared/schemas/house'

/** A rack, or a heated box. */
const place = defineModel<HouseFields['places']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const KINDS = [
  { value: 'rack', label: 'rack or shelf' },
  { value: 'box', label: 'heated box' },
] as const
const USUAL_BOX_C = 40
const [FROM, UNTIL] = [8 * 60, 20 * 60]
function setKind(kind: 'rack' | 'box'): void {
  place.value.kind = kind
  place.value.boxC = kind === 'box' ? (place.value.boxC ?? USUAL_BOX_C) : null
  if (kind === 'rack') place.value.runs = null
}
const setRuns = (some: boolean) =>
  (place.value.runs = some ? { fromMin: FROM, untilMin: UNTIL } : null)
</script>

<template>
  <div class="max-w-xl space-y-3">
    <FieldText v-model="place.name" label="Name" :error="errorAt('name')" />
    <FieldChoice
      :model-value="place.kind"
      label="Kind"
      :options="KINDS"
      @update:model-value="setKind"
    />
    <RoomChoice v-model="place.roomId" :error="errorAt('roomId')" />
    <ShelfFields v-model="place.shelves" :error-at="errorAt" />
    <FieldNumber
      v-if="place.shelves.length === 0"
      :model-value="place.areaCm2"
      label="level area, all shelves together"
      unit="cm²"
      :error="errorAt('areaCm2')"
      @update:model-value="place.areaCm2 = $event ?? NaN"
    />
    <template v-if="place.kind === 'box'">
      <FieldNumber
        :model-value="place.boxC ?? undefined"
        label="warm inside"
        unit="°C"
        :error="errorAt('boxC')"
        @update:model-value="place.boxC = $event ?? NaN"
      />
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          class="size-5 accent-ink"
          :checked="place.runs !== null"
          @change="setRuns(($event.target as HTMLInputElement).checked)"
        />
        runs for some hours of the day only</label
      >
      <div v-if="place.runs" class="grid grid-cols-2 gap-3">
        <ClockField v-model="place.runs.fromMin" label="from" :error="errorAt('runs.fromMin')" />
        <ClockField v-model="place.runs.untilMin" label="until" :error="errorAt('runs.untilMin')" />
      </div>
      <CautionList :topics="['heat']" />
    </template>
  </div>
</template>
