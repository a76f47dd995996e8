<script setup lang="ts">
import { KINDS_OF_STEP, POURING } from '~~/core/trade'
import type { HouseFields } from '~~/shared/schemas/house'

/** A place where hands work. */
const station = defineModel<HouseFields['stations']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const house = useHouseStore()
const kinds = computed(() =>
  [
    ...new Set([
      POURING.mixedAt,
      POURING.pouredAt,
      ...Object.values(KINDS_OF_STEP).flatMap(({ usual }) => usual.stationKind ?? []),
      ...house.listOf('stations').map(({ kind }) => kind),
    ]),
  ].sort(),
)
</script>

<template>
  <div class="max-w-xl space-y-3">
    <FieldText v-model="station.name" label="Name" :error="errorAt('name')" />
    <FieldSearch v-model="station.kind" label="Kind" :options="kinds" :error="errorAt('kind')" />
    <RoomChoice v-model="station.roomId" :error="errorAt('roomId')" />
  </div>
</template>
