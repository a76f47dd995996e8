<script setup lang="ts">
import { DateTime } from 'luxon'
import type { Data } from 'plotly.js-cartesian-dist-min'
import { loadOf } from '~~/core/plan'
import { makerId, mouldId, placeId } from '~~/core/question'

const WEEKS = 4
const DAYS = 28
const MS_PER_MIN = 60_000
const MIN_PER_HOUR = 60

const plan = usePlanStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => plan.loadQuestion())

const originMs = computed(() =>
  Date.parse(plan.question?.originAt ?? new Date(nowMs()).toISOString()),
)
const origin = computed(() => DateTime.fromMillis(originMs.value, { zone: workshop.timeZone }))
const minuteOf = (at: DateTime) => Math.round((at.toMillis() - originMs.value) / MS_PER_MIN)
const timeOf = (minute: number) =>
  DateTime.fromMillis(originMs.value + minute * MS_PER_MIN, { zone: workshop.timeZone })
/** This week from now on, and the next ones whole. */
const weekStarts = computed(() =>
  Array.from({ length: WEEKS + 1 }, (_, i) =>
    i === 0 ? origin.value : origin.value.startOf('week').plus({ weeks: i }),
  ),
)
const dayStarts = computed(() =>
  Array.from({ length: DAYS + 1 }, (_, i) => origin.value.startOf('day').plus({ days: i })),
)
const weekly = computed(
  () =>
    plan.question &&
    loadOf(plan.question.request, plan.question.planned, weekStarts.value.map(minuteOf)),
)
const daily = computed(
  () =>
    plan.question &&
    loadOf(plan.question.request, plan.question.planned, dayStarts.value.map(minuteOf)),
)

const personOf = (id: string) => workshop.people.get(makerId.row(id))?.name ?? ''
const placeOf = (id: string) => workshop.places.get(placeId.row(id))?.name ?? ''
const mouldOf = (id: string) => workshop.moulds.get(mouldId.row(id))?.name ?? ''
const weekWords = (i: number) =>
  i === 0 ? 'rest of this week' : `week of ${weekStarts.value[i]!.toFormat('d LLL')}`

/**
 * Weeks from the darkest on; each a pair of bars: what shifts offer, outlined, and what is planned
 * of it.
 */
const SHADES = ['--ink', '--soft', '--firm', '--hair'] as const
const hands = computed(() => {
  const makers = weekly.value?.makers ?? []
  const names = makers.map((maker) => personOf(maker.id).split(' ')[0] ?? '')
  return (token: (name: string) => string): Data[] =>
    SHADES.flatMap((shade, week): Data[] => {
      const hours = (of: 'plannedMin' | 'shiftMin') =>
        makers.map((maker) => (maker.spans[week]?.[of] ?? 0) / MIN_PER_HOUR)
      return [
        {
          type: 'bar',
          x: names,
          y: hours('shiftMin'),
          offsetgroup: String(week),
          marker: { color: 'rgba(0,0,0,0)', line: { color: token('--firm'), width: 1 } },
          hovertemplate: `%{x}, ${weekWords(week)}: %{y:.1f} h of shifts<extra></extra>`,
        },
        {
          type: 'bar',
          x: names,
          y: hours('plannedMin'),
          offsetgroup: String(week),
          marker: { color: token(shade) },
          hovertemplate: `%{x}, ${weekWords(week)}: %{y:.1f} h planned<extra></extra>`,
        },
      ]
    })
})
const racks = computed(() => {
  const places = (daily.value?.places ?? []).filter((place) => place.steps.length > 0)
  const DASHES = ['solid', 'dot', 'dash', 'longdash'] as const
  return (token: (name: string) => string): Data[] =>
    places.map((place, i): Data => ({
      type: 'scatter',
      mode: 'lines',
      name: placeOf(place.id),
      line: { shape: 'hv', color: token('--ink'), width: 2, dash: DASHES[i % DASHES.length] },
      x: place.steps.map((step) => timeOf(step.minute).toISO() ?? ''),
      y: place.steps.map((step) => (100 * step.usedCm2) / place.areaCm2),
      hovertemplate: `%{x|%a %d %b %H:%M}: ${placeOf(place.id)} %{y:.0f} % full<extra></extra>`,
    }))
})
const moulds = computed(() =>
  (daily.value?.moulds ?? []).filter((mould) => mould.spans.some((held) => held > 0)),
)
const mouldTraces = computed(() => {
  const rows = moulds.value
  const days = dayStarts.value.slice(0, DAYS).map((day) => day.toFormat('d LLL'))
  return (token: (name: string) => string): Data[] => [
    {
      type: 'heatmap',
      x: days,
      y: rows.map((mould) => mouldOf(mould.id)),
      z: rows.map((mould) => mould.spans.map((held) => (100 * held) / mould.count)),
      zmin: 0,
      zmax: 100,
      text: rows.map((mould) =>
        mould.spans.map((held) => `${held} of ${mould.count}`),
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

/** What is used most of what there is: there the work is held up first. */
const tightest = computed(() => {
  const makers = (weekly.value?.makers ?? []).flatMap((maker) =>
    maker.spans.map((span, week) => ({
      share: span.shiftMin === 0 ? 0 : span.plannedMin / span.shiftMin,
      words: `${personOf(maker.id)}, ${weekWords(week)}: ${(span.plannedMin / MIN_PER_HOUR).toFixed(1)} of ${(span.shiftMin / MIN_PER_HOUR).toFixed(1)} hours are planned`,
    })),
  )
  const places = (daily.value?.places ?? []).map((place) => ({
    share: place.mostCm2 / place.areaCm2,
    words: `${placeOf(place.id)}: at its fullest ${Math.round(place.mostCm2).toLocaleString('en')} of ${place.areaCm2.toLocaleString('en')} cm² are taken`,
  }))
  const held = moulds.value.map((mould) => ({
    share: mould.spans.filter((most) => most >= mould.count).length / DAYS,
    words: `${mouldOf(mould.id)}: all ${mould.count} are held on ${mould.spans.filter((most) => most >= mould.count).length} of ${DAYS} days`,
  }))
  const most = (list: { share: number; words: string }[]) =>
    list.reduce<{ share: number; words: string } | null>(
      (best, one) => (one.share > (best?.share ?? 0) ? one : best),
      null,
    )
  return [most(makers), most(places), most(held)]
    .flatMap((one) => (one ? [one] : []))
    .sort((x, y) => y.share - x.share)
})
</script>

<template>
  <div>
    <PlaceHead
      title="Load"
      note="What the plan asks of hands, racks and moulds in the next four weeks."
      ><NuxtLink to="/plan" class="quiet">Back to the plan</NuxtLink></PlaceHead
    >
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Adding it up …</p>
    <EmptyPlace v-else-if="!plan.question" title="There is no plan yet"
      >Once there is one, this shows where its bottleneck lies.<template #action
        ><NuxtLink to="/plan" class="press">Open the plan</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <section class="mb-5">
        <h2 class="mb-1">Tightest</h2>
        <ol>
          <li
            v-for="one in tightest"
            :key="one.words"
            class="grid grid-cols-[4rem_minmax(0,1fr)] items-baseline gap-3 border-b border-hair py-1"
          >
            <span class="text-right font-semibold">{{ Math.round(one.share * 100) }} %</span
            ><span>{{ one.words }}</span>
          </li>
        </ol>
      </section>
      <div class="grid gap-x-8 gap-y-5 lg:grid-cols-2">
        <section class="min-w-0">
          <h2>Hours by maker and week</h2>
          <p class="text-soft">
            Filled: planned; outlined: what the shifts offer. Left to right:
            {{ SHADES.map((_, week) => weekWords(week)).join(', ') }}.
          </p>
          <ChartFrame
            class="h-64"
            label="Hours planned and offered, by maker and week"
            :traces="hands"
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
        <section class="min-w-0">
          <h2>Racks</h2>
          <p class="text-soft">How full they are by area; nothing more fits at 100 %.</p>
          <ChartFrame
            class="h-64"
            label="How full each rack is over time"
            :traces="racks"
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
        <section class="min-w-0 lg:col-span-2">
          <h2>Moulds by day</h2>
          <p class="text-soft">The darker, the more of them are held; black where all are.</p>
          <ChartFrame
            :style="{ height: `${70 + 24 * moulds.length}px` }"
            label="The share of each mould that is held, by day"
            :traces="mouldTraces"
            :layout="
              () => ({
                margin: { l: 150, r: 6, t: 4, b: 42 },
                yaxis: { autorange: 'reversed' },
                xaxis: { tickangle: 0, dtick: 3 },
              })
            "
          />
        </section>
      </div>
    </template>
  </div>
</template>
