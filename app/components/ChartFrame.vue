<script setup lang="ts">
import type { Data, Layout, PlotlyHTMLElement } from 'plotly.js-cartesian-dist-min'

/**
 * A chart in the look of the house; the library is fetched with the first one, and drawing waits
 * for the next frame.
 */
const {
  label,
  traces,
  layout = () => ({}),
} = defineProps<{
  /** What it shows, for those who do not see it. */
  label: string
  /** @param token reads a colour of the theme, as in `--ink` */
  traces: (token: (name: string) => string) => Data[]
  layout?: (
    axis: (title: string) => Partial<Layout['xaxis']>,
    token: (name: string) => string,
  ) => Partial<Layout>
}>()
const workshop = useWorkshopStore()
const frame = useTemplateRef<HTMLDivElement>('frame')
let plotly: typeof import('plotly.js-cartesian-dist-min') | null = null

async function draw(): Promise<void> {
  plotly ??= await import('plotly.js-cartesian-dist-min')
  if (!frame.value) return
  const style = getComputedStyle(document.documentElement)
  const token = (name: string) => style.getPropertyValue(name).trim()
  const axis = (title: string) => ({
    title: { text: title },
    gridcolor: token('--hair'),
    linecolor: token('--firm'),
    zeroline: false,
    rangemode: 'tozero' as const,
  })
  await plotly.react(
    frame.value,
    traces(token),
    {
      margin: { l: 56, r: 10, t: 8, b: 42 },
      paper_bgcolor: 'rgba(0,0,0,0)',
      plot_bgcolor: 'rgba(0,0,0,0)',
      font: { family: token('--font-sans') || 'sans-serif', size: 13, color: token('--soft') },
      showlegend: false,
      separators: `${workshop.decimalMark}\u2009`,
      ...layout(axis, token),
    },
    { displayModeBar: false, responsive: true },
  )
}
/**
 * Figures and picture answer a keystroke in its own frame; the chart follows in the next, once for
 * however many came.
 */
let waiting = false
function drawSoon(): void {
  if (waiting) return
  waiting = true
  requestAnimationFrame(() =>
    setTimeout(() => {
      waiting = false
      void draw()
    }),
  )
}
onMounted(drawSoon)
watch(() => [traces, layout], drawSoon)
onBeforeUnmount(() => {
  if (plotly && frame.value) plotly.purge(frame.value as unknown as PlotlyHTMLElement)
})
</script>

<template>
  <div ref="frame" role="img" :aria-label="label" />
</template>
