<script setup lang="ts">
import type { CalendarDay, CalendarTick } from '~/composables/useLaneCalendar'
import { HEAD_PX, LABEL_PX } from '~/utils/laneLayout'

/** Days and hours above the lanes. */
const { days, ticks, leftDay, wholeFromMs, widthPx, x } = defineProps<{
  days: readonly CalendarDay[]
  ticks: readonly CalendarTick[]
  /** The day at the left edge. */
  leftDay: string
  /** Days that begin before are cut, and have no name of their own. */
  wholeFromMs: number
  widthPx: number
  /** Where an instant lies, pixels. */
  x: (ms: number) => number
}>()
</script>

<template>
  <div class="sticky top-0 z-20 flex border-b border-hair bg-sheet">
    <p
      class="sticky left-0 z-10 shrink-0 border-r border-hair bg-sheet px-2 py-1.5 text-[0.87rem] text-soft"
      :style="{ width: `${LABEL_PX}px` }"
    >
      {{ leftDay }} →
    </p>
    <svg :width="widthPx" :height="HEAD_PX" class="block shrink-0 select-none" aria-hidden="true">
      <g v-for="day in days" :key="day.startMs">
        <line :x1="x(day.startMs)" :x2="x(day.startMs)" y1="2" :y2="HEAD_PX" stroke="var(--firm)" />
        <text
          v-if="day.startMs >= wholeFromMs"
          :x="x(day.startMs) + 4"
          y="14"
          font-size="13"
          font-weight="650"
          fill="var(--ink)"
        >
          {{ day.label }}
        </text>
      </g>
      <text
        v-for="tick in ticks"
        :key="tick.ms"
        :x="x(tick.ms)"
        y="31"
        font-size="11"
        text-anchor="middle"
        fill="var(--soft)"
      >
        {{ tick.label }}
      </text>
    </svg>
  </div>
</template>
