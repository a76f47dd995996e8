<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { DateTime } from 'luxon'
import type { PlanTaskRow, Pot } from '~~/shared/types'
import { readableOn } from '~/utils/readableOn'

export interface Lane {
  key: string
  name: string
  note: string
  tasks: PlanTaskRow[]
  /** When its hands are there, milliseconds since 1970; none for a rack. */
  shifts: readonly (readonly [number, number])[]
}

/** Days and nights from left to right, a lane for each maker and place; what is done by hand, and what cures until it opens. */
const { lanes, from, hours, now, timeZone, pots, chosen } = defineProps<{
  lanes: Lane[]
  /** The left edge, milliseconds since 1970. */
  from: number
  hours: number
  now: number
  timeZone: string
  pots: ReadonlyMap<number, Pot>
  chosen: string | null
}>()
const emit = defineEmits<{ choose: [key: string] }>()

const MS_PER_HOUR = 3_600_000
const NARROWEST = 560
const LABEL = 140
/** A row of work is as tall as a letter; what only lies there takes less. */
const ROW = 22
const LYING_ROW = 11
const HEAD = 38
const LANE_GAP = 9
/** The width of a day's name. */
const LABEL_ROOM = 84
const frame = useTemplateRef<HTMLElement>('frame')
const { width: measured } = useElementSize(frame)
const WIDTH = computed(() => Math.max(NARROWEST, Math.floor(measured.value)))
const to = computed(() => from + hours * MS_PER_HOUR)
const x = (ms: number) => LABEL + ((ms - from) / (hours * MS_PER_HOUR)) * (WIDTH.value - LABEL)
const clip = (ms: number) => Math.max(LABEL, Math.min(WIDTH.value, x(ms)))

interface Mark {
  task: PlanTaskRow
  left: number
  width: number
  row: number
  letter: string
  tint: string
}

/** Tasks that overlap in a lane take rows of their own, first come first row. */
const laid = computed(() => {
  let top = HEAD
  return lanes.map((lane) => {
    const ends: number[] = []
    const marks = lane.tasks
      .filter((task) => Date.parse(task.endAt) > from && Date.parse(task.startAt) < to.value)
      .map((task): Mark => {
        const start = Date.parse(task.startAt)
        const left = clip(start)
        const width = Math.max(4, clip(Date.parse(task.endAt)) - left)
        const free = ends.findIndex((end) => end <= left)
        const row = free < 0 ? ends.length : free
        ends[row] = left + width + 1
        const pot = pots.get(task.potId ?? 0)
        return { task, left, width, row, letter: pot?.letter ?? '', tint: pot?.tint ?? '' }
      })
    const row = lane.tasks.some((task) => task.attended) || ends.length < 3 ? ROW : LYING_ROW
    const height = Math.max(ROW, ends.length * row) + LANE_GAP
    const placed = { lane, marks, top, height, row }
    top += height
    return placed
  })
})
const height = computed(() => (laid.value.at(-1)?.top ?? HEAD) + (laid.value.at(-1)?.height ?? 0))

const days = computed(() => {
  const list: { start: number; label: string; nights: [number, number][] }[] = []
  for (let day = DateTime.fromMillis(from, { zone: timeZone }).startOf('day'); day.toMillis() < to.value; day = day.plus({ days: 1 })) {
    const hasRoom = clip(day.plus({ days: 1 }).toMillis()) - clip(day.toMillis()) > LABEL_ROOM
    list.push({ start: day.toMillis(), label: hasRoom ? day.toFormat('ccc d LLL') : '', nights: [[day.toMillis(), day.set({ hour: 7 }).toMillis()], [day.set({ hour: 21 }).toMillis(), day.plus({ days: 1 }).toMillis()]] })
  }
  return list
})
const ticks = computed(() => {
  const every = hours <= 24 ? 2 : hours <= 72 ? 6 : 24
  const first = DateTime.fromMillis(from, { zone: timeZone }).startOf('day')
  const count = Math.ceil((to.value - first.toMillis()) / (every * MS_PER_HOUR))
  return Array.from({ length: count + 1 }, (_, i) => first.plus({ hours: i * every })).filter((tick) => tick.toMillis() > from && tick.toMillis() < to.value)
})
const wordFor = (mark: Mark) => `${mark.task.title}${mark.letter ? `, pot ${mark.letter}` : ''}, ${DateTime.fromISO(mark.task.startAt, { zone: timeZone }).toFormat('ccc HH:mm')} to ${DateTime.fromISO(mark.task.endAt, { zone: timeZone }).toFormat('ccc HH:mm')}`
const fillOf = (mark: Mark) => mark.tint || 'var(--sheet)'
const inkOf = (mark: Mark) => (mark.tint ? readableOn(mark.tint) : 'var(--ink)')
</script>

<template>
  <div ref="frame" class="overflow-x-auto">
  <svg :width="WIDTH" :height="height + 4" class="block select-none" role="group" aria-label="The plan by maker and rack">
    <template v-for="day in days" :key="day.start">
      <rect v-for="[nightFrom, nightTo] in day.nights" :key="nightFrom" :x="clip(nightFrom)" :y="HEAD - 6" :width="Math.max(0, clip(nightTo) - clip(nightFrom))" :height="height - HEAD + 6" fill="var(--night)" />
      <line v-if="x(day.start) > LABEL" :x1="x(day.start)" :x2="x(day.start)" y1="2" :y2="height" stroke="var(--firm)" />
      <text :x="Math.max(LABEL + 4, x(day.start) + 4)" y="13" font-size="13" font-weight="650" fill="var(--ink)">{{ day.label }}</text>
    </template>
    <g v-for="tick in ticks" :key="tick.toMillis()">
      <line :x1="x(tick.toMillis())" :x2="x(tick.toMillis())" :y1="HEAD - 8" :y2="height" stroke="var(--hair)" stroke-width="0.7" />
      <text v-if="hours <= 72" :x="x(tick.toMillis())" y="29" font-size="11" text-anchor="middle" fill="var(--soft)">{{ tick.toFormat('HH:mm') }}</text>
    </g>
    <g v-for="{ lane, marks, top, row, height: laneHeight } in laid" :key="lane.key">
      <line x1="0" :x2="WIDTH" :y1="top + laneHeight - LANE_GAP / 2 + 1" :y2="top + laneHeight - LANE_GAP / 2 + 1" stroke="var(--hair)" />
      <rect v-for="[opens, closes] in lane.shifts.filter(([opens, closes]) => closes > from && opens < to)" :key="opens" :x="clip(opens)" :y="top - LANE_GAP / 2 + 2" :width="Math.max(0, clip(closes) - clip(opens))" :height="laneHeight - 1" fill="var(--shift)" stroke="var(--hair)" stroke-width="0.7" />
      <text x="0" :y="top + 14" font-size="13.5" font-weight="600" fill="var(--ink)">{{ lane.name }}</text>
      <text v-if="laneHeight > 34" x="0" :y="top + 29" font-size="11.5" fill="var(--soft)">{{ lane.note }}</text>
      <g v-for="mark in marks" :key="mark.task.key" role="button" tabindex="0" class="cursor-pointer" :aria-label="wordFor(mark)" :aria-pressed="mark.task.key === chosen" @click="emit('choose', mark.task.key)" @keydown.enter.prevent="emit('choose', mark.task.key)" @keydown.space.prevent="emit('choose', mark.task.key)">
        <title>{{ wordFor(mark) }}</title>
        <template v-if="mark.task.attended">
          <rect :x="mark.left" :y="top + mark.row * row" :width="mark.width" height="18" :fill="fillOf(mark)" stroke="var(--ink)" :stroke-width="mark.task.key === chosen ? 2.6 : 0.8" />
          <text v-if="mark.width > 12 && mark.letter" :x="mark.left + 3" :y="top + mark.row * row + 14" font-size="12.5" font-weight="700" :fill="inkOf(mark)">{{ mark.letter }}</text>
        </template>
        <template v-else>
          <rect :x="mark.left" :y="top + mark.row * row" :width="mark.width" :height="row" fill="transparent" />
          <line :x1="mark.left" :x2="mark.left + mark.width" :y1="top + mark.row * row + 5.5" :y2="top + mark.row * row + 5.5" :stroke="mark.tint || 'var(--firm)'" :stroke-width="mark.task.key === chosen ? 9 : 6" />
          <line v-if="mark.tint" :x1="mark.left" :x2="mark.left + mark.width" :y1="top + mark.row * row + 8.5" :y2="top + mark.row * row + 8.5" stroke="var(--ink)" stroke-width="0.5" />
          <path v-if="mark.left + mark.width < WIDTH" :d="`M${mark.left + mark.width} ${top + mark.row * row}v10m0 -10h4m-4 10h4`" fill="none" stroke="var(--ink)" stroke-width="1.3" />
          <text v-if="mark.width > 22 && mark.letter" :x="mark.left + 3" :y="top + mark.row * row + 9" font-size="10" font-weight="700" :fill="inkOf(mark)">{{ mark.letter }}</text>
        </template>
      </g>
    </g>
    <g v-if="now > from && now < to"><line :x1="x(now)" :x2="x(now)" y1="16" :y2="height" stroke="var(--hands)" stroke-width="1.6" /><text :x="x(now) + 4" :y="height - 2" font-size="12" font-weight="650" fill="var(--hands)">now</text></g>
  </svg>
  </div>
</template>
