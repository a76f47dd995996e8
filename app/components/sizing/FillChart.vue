<script setup lang="ts">
import type { Data } from 'plotly.js-cartesian-dist-min'
import { solidOf, type Shape } from '~~/core/size'

/** The fill curve of a shape: millilitres over the level. */
const { shape } = defineProps<{ shape: Shape }>()
const LEVELS = 64
const traces = computed(() => {
  const solid = solidOf(shape)
  const levels = solid
    ? Array.from({ length: LEVELS + 1 }, (_, i) => (solid.heightMm * i) / LEVELS)
    : []
  const curve = { x: levels, y: levels.map((level) => solid?.volumeBelowMl(level) ?? 0) }
  return (token: (name: string) => string): Data[] => [
    {
      ...curve,
      type: 'scatter',
      mode: 'lines',
      line: { color: token('--ink'), width: 2 },
      fill: 'tozeroy',
      fillcolor: token('--sunk'),
      hovertemplate: '%{x:.1f} mm: %{y:.1f} ml<extra></extra>',
    },
  ]
})
</script>

<template>
  <ChartFrame
    class="h-64"
    label="Fill curve: content over the level"
    :traces="traces"
    :layout="(axis) => ({ xaxis: axis('level, mm'), yaxis: axis('content, ml') })"
  />
</template>
