<script setup lang="ts">
import type { Data } from 'plotly.js-cartesian-dist-min'
import { curedMin } from '~~/core/cure'
import { MS_PER_MIN } from '~~/core/units'
import type { CureView, PieceRow } from '~~/shared/types/pieces'

/** The temperatures a piece met and is expected to meet, and how far that brings its cure. */
const { piece, now } = defineProps<{ piece: PieceRow; now: number }>()
const racks = useRackStore()
const resins = useResinStore()
const cure = shallowRef<CureView | null>(null)
const { ready, failure, again } = useLoading(async () => {
  cure.value = await racks.cure(piece.id)
})
/** What has been touched or moved meanwhile changes the picture. */
watch(
  () => piece,
  async () => (cure.value = await racks.cure(piece.id)),
)
const POINTS = 120

const series = computed(() => {
  const resin = resins.byId.get(piece.resinId)
  const view = cure.value
  if (!resin || !view || view.profile.length === 0) return null
  const pouredMs = Date.parse(view.curedFrom)
  const full = piece.openings.find(({ milestone }) => milestone === 'full')
  const untilMin = (Date.parse(full?.until ?? view.curedFrom) - pouredMs) / MS_PER_MIN
  const at = (minute: number) => new Date(pouredMs + minute * MS_PER_MIN).toISOString()
  const minutes = Array.from({ length: POINTS + 1 }, (_, i) => (untilMin * i) / POINTS)
  const steps = view.profile.filter(({ fromMin }) => fromMin <= untilMin)
  return {
    temperature: {
      x: [...steps.map(({ fromMin }) => at(fromMin)), at(untilMin)],
      y: [...steps, ...steps.slice(-1)].map(({ tempC }) => tempC),
    },
    progress: {
      x: minutes.map(at),
      y: minutes.map((minute) =>
        Math.min(100, (100 * curedMin(resin, view.profile, 0, minute)) / resin.milestones.full),
      ),
    },
    touches: view.touches.map(({ atMin, isThere }) => ({ at: at(atMin), isThere })),
  }
})
const traces = computed(() => {
  const shown = series.value
  const nowIso = new Date(now).toISOString()
  return (token: (name: string) => string): Data[] =>
    shown
      ? [
          {
            type: 'scatter',
            mode: 'lines',
            name: 'cured, by the sheet',
            line: { color: token('--ink'), width: 2 },
            ...shown.progress,
            hovertemplate: '%{x|%a %d %b %H:%M}: %{y:.0f} % cured<extra></extra>',
          },
          {
            type: 'scatter',
            mode: 'lines',
            name: 'where it lies',
            yaxis: 'y2',
            line: { color: token('--soon'), width: 1.5, shape: 'hv', dash: 'dot' },
            ...shown.temperature,
            hovertemplate: '%{x|%a %d %b %H:%M}: %{y:.1f} °C<extra></extra>',
          },
          {
            type: 'scatter',
            mode: 'lines',
            name: 'now',
            line: { color: token('--firm'), width: 1 },
            x: [nowIso, nowIso],
            y: [0, 100],
            hoverinfo: 'skip',
          },
          {
            type: 'scatter',
            mode: 'markers',
            name: 'touched',
            marker: { color: token('--hands'), size: 9, symbol: 'diamond' },
            x: shown.touches.map(({ at }) => at),
            y: shown.touches.map(() => 50),
            text: shown.touches.map(({ isThere }) => (isThere ? 'it is' : 'not yet')),
            hovertemplate: '%{x|%a %d %b %H:%M}: %{text}<extra></extra>',
          },
        ]
      : []
})
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <p v-else-if="!ready" class="text-soft" role="status">Fetching its temperatures …</p>
  <p v-else-if="!series" class="text-soft">Nobody has said where it lies.</p>
  <ChartFrame
    v-else
    class="h-64"
    label="Temperature and progress of its cure"
    :traces="traces"
    :layout="
      (axis) => ({
        yaxis: { ...axis('% cured'), range: [0, 104] },
        yaxis2: { title: { text: '°C' }, overlaying: 'y', side: 'right', showgrid: false },
        xaxis: { tickformat: '%d %b' },
        showlegend: true,
        legend: { orientation: 'h', y: 1.18 },
        margin: { l: 46, r: 46, t: 8, b: 36 },
      })
    "
  />
</template>
