<script setup lang="ts">
import type { PlotlyHTMLElement } from 'plotly.js-dist-min'
import { solidOf, type Shape } from '~~/core/size'

/** The fill curve of a shape: millilitres over the level. */
const { shape } = defineProps<{ shape: Shape }>()
const frame = useTemplateRef<HTMLDivElement>('frame')
const LEVELS = 64
const curve = computed(() => {
  const solid = solidOf(shape)
  if (!solid) return null
  const levels = Array.from({ length: LEVELS + 1 }, (_, i) => (solid.heightMm * i) / LEVELS)
  return { x: levels, y: levels.map((level) => solid.volumeBelowMl(level)) }
})
let plotly: typeof import('plotly.js-dist-min') | null = null

async function draw(): Promise<void> {
  plotly ??= await import('plotly.js-dist-min')
  if (!frame.value || !curve.value) return
  const style = getComputedStyle(document.documentElement)
  const token = (name: string) => style.getPropertyValue(name).trim()
  const axis = (title: string) => ({ title: { text: title }, gridcolor: token('--hair'), linecolor: token('--firm'), zeroline: false, rangemode: 'tozero' as const })
  await plotly.react(
    frame.value,
    [{ ...curve.value, type: 'scatter', mode: 'lines', line: { color: token('--ink'), width: 2 }, fill: 'tozeroy', fillcolor: token('--sunk'), hovertemplate: '%{x:.1f} mm: %{y:.1f} ml<extra></extra>' }],
    { margin: { l: 56, r: 10, t: 8, b: 42 }, paper_bgcolor: 'rgba(0,0,0,0)', plot_bgcolor: 'rgba(0,0,0,0)', font: { family: token('--font-sans') || 'sans-serif', size: 13, color: token('--soft') }, xaxis: axis('level, mm'), yaxis: axis('content, ml'), showlegend: false },
    { displayModeBar: false, responsive: true },
  )
}
/** Figures and picture answer a keystroke in its own frame; the chart follows in the next, once for however many came. */
let waiting = false
function drawSoon(): void {
  if (waiting) return
  waiting = true
  requestAnimationFrame(() => setTimeout(() => {
    waiting = false
    void draw()
  }))
}
onMounted(drawSoon)
watch(curve, drawSoon)
onBeforeUnmount(() => { if (plotly && frame.value) plotly.purge(frame.value as unknown as PlotlyHTMLElement) })
</script>

<template>
  <div ref="frame" class="h-64" role="img" aria-label="Fill curve: content over the level" />
</template>
