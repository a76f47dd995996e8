<script setup lang="ts">
import { whenever } from '@vueuse/core'
import { DateTime } from 'luxon'
import type { Room } from '~~/core/plan'
import type { PlanTaskRow } from '~~/shared/types/plan'
import type { Pot } from '~~/shared/types/pots'
import type { Carried, Verdict } from '~/composables/useCarrying'
import { SPANS } from '~/composables/useTimeScale'
import type { Lane, LaneMark } from '~/utils/planLanes'
import type { TaskWindow } from '~/utils/taskWindows'

/**
 * Days and nights from left to right, a lane for each maker, place, mould, order or pot; what is
 * done by hand, and what lies until it opens. The frame scrolls; tasks are taken in hand with the
 * pointer or the keyboard.
 */
const {
  lanes,
  fromMs: rangeFrom,
  toMs: rangeTo,
  now,
  timeZone,
  pots,
  chosen,
  pinned,
  ghosts,
  window: chosenWindow,
  carried,
  rooms,
  verdict,
} = defineProps<{
  lanes: Lane[]
  fromMs: number
  toMs: number
  now: number
  timeZone: string
  pots: ReadonlyMap<number, Pot>
  chosen: string | null
  /** Keys of tasks that people fixed. */
  pinned: ReadonlySet<string>
  /** Where tasks lie in the plan that holds, while another is shown. */
  ghosts: ReadonlyMap<string, { fromMs: number; personId: number | null }>
  /** When the chosen task may begin. */
  window: TaskWindow | null
  carried: Carried | null
  rooms: ReadonlyMap<number, Room>
  verdict: Verdict
}>()
const emit = defineEmits<{
  choose: [key: string]
  take: [task: PlanTaskRow]
  carry: [startMs: number, personId: number | null]
  drop: []
  cancel: []
  pin: [task: PlanTaskRow]
}>()

const LABEL = 146
const ROW = 22
const LYING_ROW = 11
const HEAD = 36
const LANE_GAP = 9
/** The least width of a mark, and of a day's name, pixels. */
const THINNEST = 3
const LABEL_ROOM = 72
/** So many marks of a lane are drawn together. */
const RUN = 12
/** Days narrower than this have no nights, and only Mondays have a line, pixels. */
const DAY_ROOM = 30
/** A pointer that moved less than this has clicked, pixels. */
const CLICK_PX = 4
const MS_PER_MIN = 60_000

const frame = useTemplateRef<HTMLElement>('frame')
const body = useTemplateRef<SVGSVGElement>('body')
const scale = useTimeScale(
  frame,
  LABEL,
  () => ({ fromMs: rangeFrom, toMs: rangeTo }),
  () => (chosenMs.value && scale.isShown(chosenMs.value) ? chosenMs.value : now),
)
const { x, hours } = scale
const chosenMs = computed(() => whereOf.value.get(chosen ?? '')?.mark.fromMs ?? null)
defineExpose({ show: scale.show, isShown: scale.isShown })

const showNow = () =>
  scale.show(
    DateTime.fromMillis(now, { zone: timeZone }).minus({ hours: 1 }).startOf('hour').toMillis(),
  )
whenever(scale.isMeasured, () => void nextTick(showNow), { once: true })

const laid = computed(() => {
  let top = 4
  return lanes.map((lane) => {
    const row = lane.marks.some((mark) => mark.task.attended) || lane.rows < 3 ? ROW : LYING_ROW
    const placed = { lane, top, row, height: lane.rows * row + LANE_GAP, runs: runsOf(lane.marks) }
    top += placed.height
    return placed
  })
})
type Laid = (typeof laid.value)[number]
/**
 * Marks that are drawn together, so that a step of the view draws only what is new and looks at
 * nothing else.
 */
function runsOf(marks: readonly LaneMark[]) {
  return Array.from({ length: Math.ceil(marks.length / RUN) }, (_, i) => {
    const own = marks.slice(i * RUN, (i + 1) * RUN)
    return {
      key: own[0]?.task.key,
      keys: new Set(own.map((mark) => mark.task.key)),
      marks: own,
      fromMs: Math.min(...own.map((mark) => mark.fromMs)),
      toMs: Math.max(...own.map((mark) => mark.closesMs ?? mark.toMs)),
    }
  })
}
const height = computed(() => (laid.value.at(-1)?.top ?? 0) + (laid.value.at(-1)?.height ?? 0) + 14)
/** A key only where it is among these: the others need not look at it. */
const oneOf = (keys: ReadonlySet<string>, key: string | null | undefined) =>
  key && keys.has(key) ? key : null
const drawn = computed(() =>
  laid.value.map((one) => ({
    ...one,
    runs: one.runs.filter((run) => scale.isDrawn(run.fromMs, run.toMs)),
  })),
)
const whereOf = computed(
  () =>
    new Map(
      laid.value.flatMap((one) =>
        one.lane.marks.map((mark) => [mark.task.key, { ...one, mark }] as const),
      ),
    ),
)
const laneOfPerson = computed(
  () =>
    new Map(
      laid.value.flatMap((one) =>
        one.lane.personId === null ? [] : [[one.lane.personId, one] as const],
      ),
    ),
)
/** One mark takes the tab key; the arrows lead to the others. */
const reachable = computed(() =>
  whereOf.value.has(chosen ?? '')
    ? chosen
    : drawn.value.flatMap((one) => one.runs)[0]?.marks[0]?.task.key,
)

/** The day at the left edge; scrolling within it draws nothing anew. */
const dayFormatter = computed(
  () =>
    new Intl.DateTimeFormat('en-GB', {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      timeZone,
    }),
)
const leftDay = computed(() => dayFormatter.value.format(scale.leftMs.value).replace(',', ''))
/**
 * All days of the range, read from the calendar once for each zoom; a step of the view only picks
 * from them.
 */
const calendar = computed(() => {
  const first = DateTime.fromMillis(rangeFrom, { zone: timeZone }).startOf('day')
  const wide = x(first.plus({ days: 1 }).toMillis()) - x(first.toMillis())
  const hasRoom = wide > DAY_ROOM
  const list: { start: number; end: number; label: string; nights: [number, number][] }[] = []
  for (let day = first; day.toMillis() < scale.toMs.value; day = day.plus({ days: 1 })) {
    if (!hasRoom && day.weekday !== 1) continue
    const label =
      wide > LABEL_ROOM
        ? day.toFormat('ccc d LLL')
        : hasRoom
          ? day.toFormat('d')
          : wide * 7 > LABEL_ROOM || day.weekNumber % 2 === 0
            ? day.toFormat('d LLL')
            : ''
    const [start, end] = [day.toMillis(), day.plus({ days: 1 }).toMillis()]
    list.push({
      start,
      end,
      label,
      nights: hasRoom
        ? [
            [start, day.set({ hour: 7 }).toMillis()],
            [day.set({ hour: 21 }).toMillis(), end],
          ]
        : [],
    })
  }
  return list
})
const days = computed(() => calendar.value.filter((day) => scale.isDrawn(day.start, day.end)))
const clock = computed(
  () => new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone }),
)
const ticks = computed(() => {
  const everyMin =
    hours.value <= 1
      ? 5
      : hours.value <= 4
        ? 30
        : hours.value <= 12
          ? 60
          : hours.value <= 48
            ? 360
            : 0
  if (everyMin === 0) return []
  return days.value
    .flatMap((day) =>
      Array.from(
        { length: Math.floor((day.end - day.start) / (everyMin * MS_PER_MIN)) },
        (_, i) => day.start + i * everyMin * MS_PER_MIN,
      ),
    )
    .filter((ms) => scale.isDrawn(ms, ms))
    .map((ms) => ({ ms, label: clock.value.format(ms) }))
})

// The platform's own formatter: thousands of marks are worded, some of them while the lanes are
// panned.
const formatter = computed(
  () =>
    new Intl.DateTimeFormat('en-GB', {
      weekday: 'short',
      hour: '2-digit',
      minute: '2-digit',
      timeZone,
    }),
)
const clockOf = (ms: number) => formatter.value.format(ms).replace(',', '')
const potOf = (task: PlanTaskRow) => pots.get(task.potId ?? 0)
/**
 * Tasks that lie elsewhere than in the plan that holds, or would if the carried one were let go.
 */
const outlines = computed(() => {
  const shadows = [...ghosts].map(([key, was]) => ({
    key,
    fromMs: was.fromMs,
    personId: was.personId,
    after: false,
  }))
  const following = verdict?.possible
    ? verdict.moved
        .filter((one) => one.key !== carried?.task.key)
        .map((one) => ({ key: one.key, fromMs: one.startMs, personId: one.personId, after: true }))
    : []
  return [...shadows, ...following].flatMap((one) => {
    const home = whereOf.value.get(one.key)
    const at = one.personId === null ? home : (laneOfPerson.value.get(one.personId) ?? home)
    if (!home || !at) return []
    const lasts = Date.parse(home.mark.task.endAt) - Date.parse(home.mark.task.startAt)
    if (!scale.isDrawn(one.fromMs, one.fromMs + lasts)) return []
    const row = at === home || one.personId === null ? home.mark.row : 0
    return [
      {
        ...one,
        left: x(one.fromMs),
        top: at.top + row * at.row,
        width: Math.max(THINNEST, x(one.fromMs + lasts) - x(one.fromMs)),
        height: Math.min(18, at.row - 2),
      },
    ]
  })
})
const held = computed(() => {
  if (!carried) return null
  const lane = laneOfPerson.value.get(carried.personId ?? 0) ?? whereOf.value.get(carried.task.key)
  const lasts = Date.parse(carried.task.endAt) - Date.parse(carried.task.startAt)
  return lane
    ? {
        left: x(carried.startMs),
        top: lane.top,
        width: Math.max(THINNEST, x(carried.startMs + lasts) - x(carried.startMs)),
        lasts,
      }
    : null
})
const lights = computed(() => {
  const lasts = held.value?.lasts ?? 0
  return [...rooms].flatMap(([personId, room]) => {
    const lane = laneOfPerson.value.get(personId)
    const bars = (spans: readonly [number, number][], free: boolean) =>
      spans
        .filter(([from, to]) => scale.isDrawn(from, to + lasts))
        .map(([from, to]) => ({
          key: `${personId}.${free}.${from}`,
          free,
          left: x(from),
          width: Math.max(THINNEST, x(to + lasts) - x(from)),
          top: (lane?.top ?? 0) - LANE_GAP / 2 + 2,
          height: (lane?.height ?? 0) - 1,
        }))
    return lane ? [...bars(room.possible, false), ...bars(room.free, true)] : []
  })
})

/** The pointer that took a mark: where it began, and how far into the mark. */
let grabbed: { task: PlanTaskRow; atX: number; inMs: number; isDragging: boolean } | null = null
const msUnder = (event: MouseEvent) =>
  scale.msAt(event.clientX - (body.value?.getBoundingClientRect().left ?? 0))
function laneUnder(event: MouseEvent): Laid | undefined {
  const y = event.clientY - (body.value?.getBoundingClientRect().top ?? 0)
  return laid.value.find(
    (one) => y >= one.top - LANE_GAP / 2 && y < one.top + one.height - LANE_GAP / 2,
  )
}
function grab(event: PointerEvent, { task, fromMs }: LaneMark): void {
  if (event.pointerType === 'touch' || event.button !== 0 || !task.attended) return
  grabbed = { task, atX: event.clientX, inMs: msUnder(event) - fromMs, isDragging: false }
}
function drag(event: PointerEvent): void {
  if (!grabbed) return
  if (!grabbed.isDragging && Math.abs(event.clientX - grabbed.atX) < CLICK_PX && carried === null)
    return
  if (!grabbed.isDragging) {
    grabbed.isDragging = true
    body.value?.setPointerCapture(event.pointerId)
    emit('take', grabbed.task)
  }
  emit('carry', msUnder(event) - grabbed.inMs, laneUnder(event)?.lane.personId ?? null)
}
function letGo(): void {
  if (grabbed?.isDragging) emit('drop')
  else if (grabbed) emit('choose', grabbed.task.key)
  grabbed = null
}
/** A tap while something is in hand says where it goes. */
function tap(event: MouseEvent): void {
  if (carried) emit('carry', msUnder(event), laneUnder(event)?.lane.personId ?? null)
}
function choose(mark: LaneMark): void {
  if (!carried) emit('choose', mark.task.key)
}

const MAKE_STEP: Record<string, 1 | -1> = {
  ArrowLeft: -1,
  ArrowUp: -1,
  ArrowRight: 1,
  ArrowDown: 1,
}
function key(event: KeyboardEvent): void {
  const where = whereOf.value.get(
    (event.target as Element).closest<SVGGElement>('[data-key]')?.dataset.key ?? '',
  )
  if (event.key === '+' || event.key === '-') scale.zoomBy(event.key === '+' ? -1 : 1)
  else if (carried ? !keyInHand(event, carried) : !where || !keyOnMark(event, where)) return
  event.preventDefault()
  event.stopPropagation()
}
function keyInHand(event: KeyboardEvent, own: Carried): boolean {
  const step = MAKE_STEP[event.key]
  if (event.key === 'Enter') emit('drop')
  else if (event.key === 'Escape') emit('cancel')
  else if (step === undefined) return false
  else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight')
    emit('carry', own.startMs + step * (event.shiftKey ? 60 : 15) * MS_PER_MIN, own.personId)
  else {
    const able = laid.value.flatMap((one) =>
      one.lane.personId !== null && rooms.has(one.lane.personId) ? [one.lane.personId] : [],
    )
    const next = able[able.indexOf(own.personId ?? 0) + step]
    if (next !== undefined) emit('carry', own.startMs, next)
  }
  return true
}
function keyOnMark(event: KeyboardEvent, where: Laid & { mark: LaneMark }): boolean {
  const { mark, lane } = where
  const step = MAKE_STEP[event.key]
  if (event.key === 'm') emit('take', mark.task)
  else if (event.key === 'p') emit('pin', mark.task)
  else if (event.key === 'Enter' || event.key === ' ') emit('choose', mark.task.key)
  else if (step === undefined) return false
  else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight')
    void lead(lane.marks[lane.marks.indexOf(mark) + step])
  else {
    const others = laid.value.filter((one) => one.lane.marks.length > 0)
    const next = others[others.findIndex((one) => one.lane === lane) + step]
    void lead(
      next?.lane.marks.reduce((best, one) =>
        Math.abs(one.fromMs - mark.fromMs) < Math.abs(best.fromMs - mark.fromMs) ? one : best,
      ),
    )
  }
  return true
}
async function lead(mark: LaneMark | undefined): Promise<void> {
  if (!mark) return
  emit('choose', mark.task.key)
  if (!scale.isShown(mark.fromMs)) scale.show(mark.fromMs, 'middle')
  await nextTick()
  body.value?.querySelector<SVGGElement>('[tabindex="0"]')?.focus()
}
</script>

<template>
  <div>
    <div class="mb-2 flex flex-wrap items-center gap-x-2 gap-y-2">
      <slot name="lanes" />
      <span class="flex gap-1"
        ><button type="button" class="quiet slim" @click="scale.pan(-0.8)">earlier</button
        ><button type="button" class="quiet slim" @click="showNow">now</button
        ><button type="button" class="quiet slim" @click="scale.pan(0.8)">later</button></span
      >
      <span class="flex flex-wrap gap-1" role="group" aria-label="How much time is shown"
        ><button
          v-for="span in SPANS"
          :key="span.hours"
          type="button"
          class="slim border px-2"
          :class="hours === span.hours ? 'border-ink bg-act text-act-ink' : 'border-firm'"
          :aria-pressed="hours === span.hours"
          @click="scale.zoom(span.hours)"
        >
          {{ span.name }}
        </button></span
      >
    </div>
    <div
      ref="frame"
      class="sheet relative max-h-[calc(100vh-13.5rem)] min-h-72 overflow-auto"
      :class="carried ? 'cursor-grabbing' : ''"
    >
      <div :style="{ width: `${LABEL + scale.width.value}px` }">
        <div class="sticky top-0 z-20 flex border-b border-hair bg-sheet">
          <p
            class="sticky left-0 z-10 shrink-0 border-r border-hair bg-sheet px-2 py-1.5 text-[0.87rem] text-soft"
            :style="{ width: `${LABEL}px` }"
          >
            {{ leftDay }} →
          </p>
          <svg
            :width="scale.width.value"
            :height="HEAD"
            class="block shrink-0 select-none"
            aria-hidden="true"
          >
            <g v-for="day in days" :key="day.start">
              <line :x1="x(day.start)" :x2="x(day.start)" y1="2" :y2="HEAD" stroke="var(--firm)" />
              <text :x="x(day.start) + 4" y="14" font-size="13" font-weight="650" fill="var(--ink)">
                {{ day.label }}
              </text>
            </g>
            <text
              v-for="tick in ticks"
              :key="tick.ms"
              :x="x(tick.ms)"
              y="31"
              font-size="11"
              text-anchor="middle"
              fill="var(--soft)"
            >
              {{ tick.label }}
            </text>
          </svg>
        </div>
        <div class="flex">
          <ul
            class="sticky left-0 z-10 shrink-0 border-r border-hair bg-sheet"
            :style="{ width: `${LABEL}px`, height: `${height}px` }"
          >
            <li
              v-for="{ lane, top, height: laneHeight } in laid"
              :key="lane.key"
              class="absolute w-full overflow-hidden px-2 leading-tight"
              :style="{ top: `${top}px`, height: `${laneHeight - 2}px` }"
              :title="lane.note"
            >
              <span class="line-clamp-1 text-[0.87rem] font-semibold">{{ lane.name }}</span><span
                v-if="laneHeight > 38"
                class="line-clamp-2 text-[0.78rem] text-soft"
                >{{ lane.note }}</span
              >
            </li>
          </ul>
          <svg
            ref="body"
            :width="scale.width.value"
            :height="height"
            class="block shrink-0 touch-pan-x touch-pan-y select-none"
            role="group"
            aria-label="The plan, lane by lane"
            @pointermove="drag"
            @pointerup="letGo"
            @pointercancel="grabbed = null"
            @click="tap"
            @keydown="key"
          >
            <template v-for="day in days" :key="day.start">
              <rect
                v-for="[nightFrom, nightTo] in day.nights"
                :key="nightFrom"
                :x="x(nightFrom)"
                y="0"
                :width="x(nightTo) - x(nightFrom)"
                :height="height"
                fill="var(--night)"
              />
              <line
                :x1="x(day.start)"
                :x2="x(day.start)"
                y1="0"
                :y2="height"
                stroke="var(--firm)"
              />
            </template>
            <line
              v-for="tick in ticks"
              :key="tick.ms"
              :x1="x(tick.ms)"
              :x2="x(tick.ms)"
              y1="0"
              :y2="height"
              stroke="var(--hair)"
              stroke-width="0.7"
            />
            <g v-for="{ lane, top, height: laneHeight } in laid" :key="lane.key">
              <line
                x1="0"
                :x2="scale.width.value"
                :y1="top + laneHeight - LANE_GAP / 2 + 1"
                :y2="top + laneHeight - LANE_GAP / 2 + 1"
                stroke="var(--hair)"
              />
              <rect
                v-for="[opens, closes] in lane.shifts.filter(([opens, closes]) =>
                  scale.isDrawn(opens, closes),
                )"
                :key="opens"
                :x="x(opens)"
                :y="top - LANE_GAP / 2 + 2"
                :width="x(closes) - x(opens)"
                :height="laneHeight - 1"
                fill="var(--shift)"
                stroke="var(--hair)"
                stroke-width="0.7"
              />
              <rect
                v-if="carried && !rooms.has(lane.personId ?? 0)"
                x="0"
                :y="top - LANE_GAP / 2 + 2"
                :width="scale.width.value"
                :height="laneHeight - 1"
                fill="var(--sheet)"
                opacity="0.7"
              />
            </g>
            <rect
              v-for="light in lights"
              :key="light.key"
              :x="light.left"
              :y="light.top"
              :width="light.width"
              :height="light.height"
              :fill="light.free ? 'var(--sheet)' : 'transparent'"
              stroke="var(--ink)"
              :stroke-width="light.free ? 1.6 : 0.8"
              :stroke-dasharray="light.free ? undefined : '2 4'"
              pointer-events="none"
            />
            <g v-if="chosenWindow && whereOf.has(chosen ?? '')" pointer-events="none">
              <rect
                :x="x(chosenWindow.opensMs)"
                :y="whereOf.get(chosen ?? '')!.top - 3"
                :width="Math.max(2, x(chosenWindow.closesMs) - x(chosenWindow.opensMs))"
                height="24"
                fill="var(--soon)"
                opacity="0.13"
              />
              <path
                :d="`M${x(chosenWindow.opensMs)} ${whereOf.get(chosen ?? '')!.top - 3}v24m0 -24h5m-5 24h5`"
                fill="none"
                stroke="var(--soon)"
                stroke-width="1.6"
              />
              <path
                :d="`M${x(chosenWindow.closesMs)} ${whereOf.get(chosen ?? '')!.top - 3}v24m0 -24h-5m5 24h-5`"
                fill="none"
                stroke="var(--soon)"
                stroke-width="1.6"
              />
            </g>
            <template v-for="{ lane, runs, top, row } in drawn" :key="lane.key">
              <LaneMarks
                v-for="run in runs"
                :key="run.key"
                :marks="run.marks"
                :top="top"
                :row="row"
                :from-ms="scale.fromMs.value"
                :px-per-ms="scale.pxPerMs.value"
                :pots="pots"
                :chosen="oneOf(run.keys, chosen)"
                :reachable="oneOf(run.keys, reachable)"
                :lifted="oneOf(run.keys, carried?.task.key)"
                :pinned="pinned"
                :clock-of="clockOf"
                @grab="grab"
                @choose="choose"
              />
            </template>
            <rect
              v-for="outline in outlines"
              :key="`${outline.key}.${outline.after}`"
              :x="outline.left"
              :y="outline.top"
              :width="outline.width"
              :height="outline.height"
              fill="none"
              stroke="var(--ink)"
              :stroke-width="outline.after ? 1.8 : 0.9"
              :stroke-dasharray="outline.after ? '5 3' : '2 2'"
              pointer-events="none"
            />
            <g v-if="held && carried" pointer-events="none">
              <rect
                :x="held.left"
                :y="held.top - 2"
                :width="held.width"
                height="22"
                :fill="potOf(carried.task)?.tint ?? 'var(--sheet)'"
                :stroke="verdict && !verdict.possible ? 'var(--hands)' : 'var(--ink)'"
                stroke-width="3"
              />
              <text
                :x="held.left"
                :y="held.top - 6"
                font-size="12"
                font-weight="650"
                :fill="verdict && !verdict.possible ? 'var(--hands)' : 'var(--ink)'"
              >
                {{ clockOf(carried.startMs) }}
              </text>
            </g>
            <g v-if="now > scale.fromMs.value && now < scale.toMs.value" pointer-events="none">
              <line
                :x1="x(now)"
                :x2="x(now)"
                y1="0"
                :y2="height"
                stroke="var(--hands)"
                stroke-width="1.6"
              />
              <text
                :x="x(now) + 4"
                :y="height - 3"
                font-size="12"
                font-weight="650"
                fill="var(--hands)"
              >
                now
              </text>
            </g>
          </svg>
        </div>
      </div>
    </div>
  </div>
</template>
