<script setup lang="ts">
import { LABEL_ROW_PX, type LaneLabel } from '~/utils/laneLabels'

/** The names below the boxes of a lane, each with a line up to its box. */
const { labels, top } = defineProps<{
  labels: readonly LaneLabel[]
  /** Where its rows of names begin, pixels. */
  top: number
}>()
</script>

<template>
  <g pointer-events="none">
    <template v-for="label in labels" :key="label.key">
      <line
        :x1="label.x + 0.5"
        :x2="label.x + 0.5"
        :y1="top - 3"
        :y2="top + label.row * LABEL_ROW_PX + 10"
        stroke="var(--firm)"
        stroke-width="0.8"
      />
      <text
        :x="label.x + 3"
        :y="top + label.row * LABEL_ROW_PX + 9.5"
        font-size="11"
        fill="var(--ink)"
        stroke="var(--sheet)"
        stroke-width="2.5"
        paint-order="stroke"
      >
        {{ label.text }}
      </text>
    </template>
  </g>
</template>
