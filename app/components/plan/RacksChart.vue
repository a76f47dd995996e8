<script setup lang="ts">
import type { Data } from 'plotly.js-cartesian-dist-min'
import type { PlanLoad } from '~/composables/usePlanLoad'

/** How full each rack is over time. */
const { load } = defineProps<{ load: PlanLoad }>()
const DASHES = ['solid', 'dot', 'dash', 'longdash'] as const
const traces = computed(() => {
  const places = load.places.value.filter((place) => place.steps.length > 0)
  return (token: (name: string) => string): Data[] =>
    places.map((place, i): Data => ({
      type: 'scatter',
      mode: 'lines',
      name: place.name,
      line: { shape: 'hv', color: token('--ink'), width: 2, dash: DASHES[i % DASHES.length] },
      x: place.steps.map((step) => load.timeOf(step.minute).toISO() ?? ''),
      y: place.steps.map((step) => (100 * step.usedCm2) / place.areaCm2),
      hovertemplate: `%{x|%a %d %b %H:%M}: ${place.name} %{y:.0f} % full<extra></extra>`,
    }))
})
</script>

<template>
  <section class="min-w-0">
    <h2>Racks</h2>
    <p class="text-soft">How full they are by area; nothing more fits at 100 %.</p>
    <ChartFrame
      class="h-64"
      label="How full each rack is over time"
      :traces="traces"
      :layout="
        (axis) => ({
          yaxis: { ...axis('% full'), range: [0, 104] },
          xaxis: { tickformat: '%d %b' },
          showlegend: true,
          legend: { orientation: 'h', y: 1.16 },
          margin: { l: 46, r: 6, t: 8, b: 42 },
        })
      "
    />
  </section>
</template>
