<script setup lang="ts">
import type { CalendarDay, CalendarTick } from '~/composables/useLaneCalendar'
import type { TimeScale } from '~/composables/useTimeScale'
import { LANE_GAP_PX, type LaidLane } from '~/utils/laneLayout'

/** What the marks lie on: nights, hours, the lines between lanes, and when hands are there. */
const { laid, days, ticks, heightPx, scale, isDimmed } = defineProps<{
  laid: readonly LaidLane[]
  days: readonly CalendarDay[]
  ticks: readonly CalendarTick[]
  heightPx: number
  scale: TimeScale
  /** Whether what is in hand cannot go into a lane. */
  isDimmed: (one: LaidLane) => boolean
}>()
const { x } = scale
const topOf = (one: LaidLane) => one.top - LANE_GAP_PX / 2 + 2
const footOf = (one: LaidLane) => one.top + one.height - LANE_GAP_PX / 2 + 1
</script>

<template>
  <g>
    <template v-for="day in days" :key="day.startMs">
      <rect
        v-for="[fromMs, toMs] in day.nights"
        :key="fromMs"
        :x="x(fromMs)"
        y="0"
        :width="x(toMs) - x(fromMs)"
        :height="heightPx"
        fill="var(--night)"
      />
      <line :x1="x(day.startMs)" :x2="x(day.startMs)" y1="0" :y2="heightPx" stroke="var(--firm)" />
    </template>
    <line
      v-for="tick in ticks"
      :key="tick.ms"
      :x1="x(tick.ms)"
      :x2="x(tick.ms)"
      y1="0"
      :y2="heightPx"
      stroke="var(--hair)"
      stroke-width="0.7"
    />
    <g v-for="one in laid" :key="one.lane.key">
      <line
        x1="0"
        :x2="scale.width.value"
        :y1="footOf(one)"
        :y2="footOf(one)"
        stroke="var(--hair)"
      />
      <rect
        v-for="[fromMs, toMs] in one.lane.shifts.filter(([from, to]) => scale.isDrawn(from, to))"
        :key="fromMs"
        :x="x(fromMs)"
        :y="topOf(one)"
        :width="x(toMs) - x(fromMs)"
        :height="one.height - 1"
        fill="var(--shift)"
        stroke="var(--hair)"
        stroke-width="0.7"
      />
      <rect
        v-if="isDimmed(one)"
        x="0"
        :y="topOf(one)"
        :width="scale.width.value"
        :height="one.height - 1"
        fill="var(--sheet)"
        opacity="0.7"
      />
    </g>
  </g>
</template>
