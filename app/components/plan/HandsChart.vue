<script setup lang="ts">
import type { Data } from 'plotly.js-cartesian-dist-min'
import type { PlanLoad } from '~/composables/usePlanLoad'
import { MINUTES_PER_HOUR } from '~~/core/units'

/**
 * Hours by maker and week. Weeks from the darkest on, each a pair of bars: what shifts offer,
 * outlined, and what is planned of it.
 */
const { load } = defineProps<{ load: PlanLoad }>()
const SHADES = ['--ink', '--soft', '--firm', '--hair'] as const

const weeks = computed(() => {
  const hands = load.hands.value
  const names = hands.map((maker) => maker.name.split(' ')[0] ?? '')
  return SHADES.map((shade, week) => {
    const hours = (of: 'plannedMin' | 'shiftMin') =>
      hands.map((maker) => (maker.weeks[week]?.[of] ?? 0) / MINUTES_PER_HOUR)
    return { shade, week, names, offered: hours('shiftMin'), planned: hours('plannedMin') }
  })
})
const traces = computed(() => {
  const rows = weeks.value
  return (token: (name: string) => string): Data[] =>
    rows.flatMap(({ shade, week, names, offered, planned }): Data[] => {
      const bar = { type: 'bar', x: names, offsetgroup: String(week) } as const
      const hover = (of: string) => `%{x}, ${load.weekWords(week)}: %{y:.1f} h ${of}<extra></extra>`
      return [
        {
          ...bar,
          y: offered,
          marker: { color: 'rgba(0,0,0,0)', line: { color: token('--firm'), width: 1 } },
          hovertemplate: hover('of shifts'),
        },
        { ...bar, y: planned, marker: { color: token(shade) }, hovertemplate: hover('planned') },
      ]
    })
})
</script>

<template>
  <section class="min-w-0">
    <h2>Hours by maker and week</h2>
    <p class="text-soft">
      Filled: planned; outlined: what the shifts offer. Left to right:
      {{ SHADES.map((_, week) => load.weekWords(week)).join(', ') }}.
    </p>
    <ChartFrame
      class="h-64"
      label="Hours planned and offered, by maker and week"
      :traces="traces"
      :layout="
        (axis) => ({
          barmode: 'group',
          yaxis: axis('hours'),
          bargap: 0.25,
          margin: { l: 46, r: 6, t: 8, b: 42 },
        })
      "
    />
  </section>
</template>
