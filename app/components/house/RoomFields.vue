<script setup lang="ts">
import type { HouseFields } from '~~/shared/schemas/house'

/** A room and how warm it is. */
const room = defineModel<HouseFields['rooms']>({ required: true })
const { localNow } = useWhen()
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
/** Days of the year are chosen as days of this one. */
const yearly = (day: string) => `${localNow().year}-${day}`
const dayOf = (date: string) => date.slice(5)
const WINTER = { fromDay: '11-01', untilDay: '03-31' }
const setSeason = (some: boolean) =>
  (room.value.season = some
    ? { ...WINTER, dayC: room.value.dayC, nightC: room.value.nightC }
    : null)
</script>

<template>
  <div class="max-w-xl space-y-3">
    <FieldText v-model="room.name" label="Name" :error="errorAt('name')" />
    <div class="grid grid-cols-2 gap-3">
      <FieldNumber
        :model-value="room.dayC"
        label="by day"
        unit="°C"
        :error="errorAt('dayC')"
        @update:model-value="room.dayC = $event ?? NaN"
      />
      <FieldNumber
        :model-value="room.nightC"
        label="at night"
        unit="°C"
        :error="errorAt('nightC')"
        @update:model-value="room.nightC = $event ?? NaN"
      />
      <ClockField v-model="room.dayFromMin" label="day begins" :error="errorAt('dayFromMin')" />
      <ClockField
        v-model="room.nightFromMin"
        label="night begins"
        :error="errorAt('nightFromMin')"
      />
    </div>
    <label class="flex items-center gap-2"
      ><input
        type="checkbox"
        class="size-5 accent-ink"
        :checked="room.season !== null"
        @change="setSeason(($event.target as HTMLInputElement).checked)"
      />
      otherwise for a part of the year</label
    >
    <div v-if="room.season" class="grid grid-cols-2 gap-3">
      <FieldDate
        :model-value="yearly(room.season.fromDay)"
        label="from"
        :error="errorAt('season.fromDay')"
        @update:model-value="room.season.fromDay = dayOf($event)"
      />
      <FieldDate
        :model-value="yearly(room.season.untilDay)"
        label="until"
        :error="errorAt('season.untilDay')"
        @update:model-value="room.season.untilDay = dayOf($event)"
      />
      <FieldNumber
        :model-value="room.season.dayC"
        label="then by day"
        unit="°C"
        :error="errorAt('season.dayC')"
        @update:model-value="room.season.dayC = $event ?? NaN"
      />
      <FieldNumber
        :model-value="room.season.nightC"
        label="then at night"
        unit="°C"
        :error="errorAt('season.nightC')"
        @update:model-value="room.season.nightC = $event ?? NaN"
      />
    </div>
    <p class="text-soft">
      As it really is on the coldest night and the warmest day of these weeks: resin that is kept
      colder than it was made for cures late, or not at all.
    </p>
  </div>
</template>
