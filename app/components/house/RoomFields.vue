<script setup lang="ts">
import type { HouseFields } from '~~/shared/schemas/house'

/** A room and how warm it is. */
const room = defineModel<HouseFields['rooms']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
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
    <p class="text-soft">
      As it really is on the coldest night and the warmest day of these weeks: resin that is kept
      colder than it was made for cures late, or not at all.
    </p>
  </div>
</template>
