<script setup lang="ts">
import type { TaskWindow } from '~/utils/taskWindows'

/** When a task may begin, from the bracket that opens to the one that closes. */
const { window, top, x } = defineProps<{
  window: TaskWindow
  /** The top of the task's lane, pixels. */
  top: number
  x: (ms: number) => number
}>()
const TALL_PX = 24
const opensPx = computed(() => x(window.opensMs))
const closesPx = computed(() => x(window.closesMs))
</script>

<template>
  <g pointer-events="none" stroke="var(--soon)" fill="none">
    <rect
      :x="opensPx"
      :y="top - 3"
      :width="Math.max(2, closesPx - opensPx)"
      :height="TALL_PX"
      fill="var(--soon)"
      stroke="none"
      opacity="0.13"
    />
    <path :d="`M${opensPx} ${top - 3}v24m0 -24h5m-5 24h5`" stroke-width="1.6" />
    <path :d="`M${closesPx} ${top - 3}v24m0 -24h-5m5 24h-5`" stroke-width="1.6" />
  </g>
</template>
