<script setup lang="ts">
import type { Data } from 'plotly.js-cartesian-dist-min'
import type { Together } from '~~/core/earnings'

/** Where the money of each goes: what was paid for it without tax, part by part. */
const { groups, currency } = defineProps<{
  groups: readonly (Together & { key: string; name: string })[]
  currency: string
}>()
const MOST = 12
const LONGEST = 26
const PARTS = [
  { name: 'materials', shade: '--ink', of: ({ real }: Together) => real.material },
  { name: 'hands', shade: '--soft', of: ({ real }: Together) => real.labour },
  {
    name: 'moulds and overhead',
    shade: '--firm',
    of: ({ real }: Together) => Number(real.equipment) + Number(real.overhead),
  },
  { name: 'selling', shade: '--hair', of: ({ selling }: Together) => selling },
  { name: 'left', shade: null, of: ({ earned }: Together) => earned?.leaves ?? 0 },
] as const
const shown = computed(() =>
  groups
    .filter(({ earned }) => earned)
    .slice(0, MOST)
    .reverse(),
)
const cut = (name: string) => (name.length > LONGEST ? `${name.slice(0, LONGEST - 1)}…` : name)
const traces = computed(() => {
  const rows = shown.value
  return (token: (name: string) => string): Data[] =>
    PARTS.map(({ name, shade, of }): Data => ({
      type: 'bar',
      orientation: 'h',
      name,
      y: rows.map((row) => cut(row.name)),
      x: rows.map((row) => Number(of(row))),
      marker: {
        color: shade === null ? token('--sheet') : token(shade),
        line: { color: token('--ink'), width: shade === null ? 1.5 : 0 },
      },
      hovertemplate: `%{y}: %{x:.2f} ${currency} ${name}<extra></extra>`,
    }))
})
</script>

<template>
  <section v-if="shown.length > 0" class="min-w-0">
    <h2>Where the money goes</h2>
    <p class="text-soft">
      Of what was paid without tax, from the left: materials, hands, moulds and overhead, selling;
      outlined, what is left.
    </p>
    <ChartFrame
      :style="{ height: `${5 + shown.length * 1.9}rem` }"
      label="What was paid, by where it goes"
      :traces="traces"
      :layout="
        (axis) => ({
          barmode: 'relative',
          bargap: 0.35,
          xaxis: axis(currency),
          yaxis: { automargin: true, ticksuffix: ' ' },
          margin: { l: 40, r: 10, t: 8, b: 42 },
        })
      "
    />
  </section>
</template>
