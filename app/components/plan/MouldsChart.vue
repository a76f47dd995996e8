<script setup lang="ts">
import type { Data } from 'plotly.js-cartesian-dist-min'
import type { PlanLoad } from '~/composables/usePlanLoad'

/** The share of each mould that is held, by day. */
const { load } = defineProps<{ load: PlanLoad }>()
const HEAD_PX = 70
const ROW_PX = 24
const traces = computed(() => {
  const rows = load.moulds.value
  const days = load.dayNames.value
  return (token: (name: string) => string): Data[] => [
    {
      type: 'heatmap',
      x: days,
      y: rows.map((mould) => mould.name),
      z: rows.map((mould) => mould.days.map((held) => (100 * held) / mould.count)),
      zmin: 0,
      zmax: 100,
      text: rows.map((mould) =>
        mould.days.map((held) => `${held} of ${mould.count}`),
      ) as unknown as string[],
      hovertemplate: '%{y}, %{x}: %{text} held<extra></extra>',
      colorscale: [
        [0, token('--sheet')],
        [1, token('--ink')],
      ],
      showscale: false,
      xgap: 1,
      ygap: 1,
    } as Data,
  ]
})
</script>

<template>
  <section class="min-w-0">
    <h2>Moulds by day</h2>
    <p class="text-soft">The darker, the more of them are held; black where all are.</p>
    <ChartFrame
      :style="{ height: `${HEAD_PX + ROW_PX * load.moulds.value.length}px` }"
      label="The share of each mould that is held, by day"
      :traces="traces"
      :layout="
        () => ({
          margin: { l: 150, r: 6, t: 4, b: 42 },
          yaxis: { autorange: 'reversed' },
          xaxis: { tickangle: 0, dtick: 3 },
        })
      "
    />
  </section>
</template>
