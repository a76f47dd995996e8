<script setup lang="ts">
import type { Room } from '~~/core/plan'
import type { TimeScale } from '~/composables/useTimeScale'
import { lightsOf } from '~/utils/laneGhosts'
import type { LaidLane } from '~/utils/laneLayout'

/** Where what is in hand could lie: whole boxes move nobody, dotted ones do. */
const { rooms, lastsMs, laneOfPerson, scale } = defineProps<{
  rooms: ReadonlyMap<number, Room>
  /** How long what is in hand takes. */
  lastsMs: number
  laneOfPerson: ReadonlyMap<number, LaidLane>
  scale: TimeScale
}>()
const lights = computed(() => lightsOf({ rooms, lastsMs, laneOfPerson, scale }))
</script>

<template>
  <g pointer-events="none">
    <rect
      v-for="light in lights"
      :key="light.key"
      v-bind="light.box"
      :fill="light.isFree ? 'var(--sheet)' : 'transparent'"
      stroke="var(--ink)"
      :stroke-width="light.isFree ? 1.6 : 0.8"
      :stroke-dasharray="light.isFree ? undefined : '2 4'"
    />
  </g>
</template>
