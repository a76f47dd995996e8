<script setup lang="ts">
import { useLocalStorage, whenever } from '@vueuse/core'
import { DateTime } from 'luxon'
import type { Room } from '~~/core/plan'
import { MS_PER_HOUR } from '~~/core/units'
import type { PlanTaskRow } from '~~/shared/types/plan'
import type { Pot } from '~~/shared/types/pots'
import type { Carried, Verdict } from '~/composables/useCarrying'
import { idleSpans, type Span } from '~/utils/foldedTime'
import { heldBox, outlinesOf, type LaneHome } from '~/utils/laneGhosts'
import { heightOf, LABEL_PX, layLanes, type LaidLane } from '~/utils/laneLayout'
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
  hands,
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
  /** When anybody is there; what lies between can be folded. */
  hands: readonly Span[]
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

const frame = useTemplateRef<HTMLElement>('frame')
const body = useTemplateRef<SVGSVGElement>('body')

const homes = computed(
  () =>
    new Map<string, LaneHome>(
      laid.value.flatMap((one) =>
        one.lane.marks.map((mark) => [mark.task.key, { ...one, mark }] as const),
      ),
    ),
)
const laneOfPerson = computed(
  () =>
    new Map<number, LaidLane>(
      laid.value.flatMap((one) =>
        one.lane.personId === null ? [] : [[one.lane.personId, one] as const],
      ),
    ),
)
const chosenHome = computed(() => homes.value.get(chosen ?? ''))

const folds = useLocalStorage('velvet-plan-folds', true)
const idle = computed(() =>
  idleSpans(hands, { leastMs: 2 * MS_PER_HOUR, besideMs: MS_PER_HOUR / 4 }),
)
const scale = useTimeScale({
  frame,
  labelPx: LABEL_PX,
  range: () => ({ fromMs: rangeFrom, toMs: rangeTo }),
  folds: () => (folds.value ? idle.value : []),
  anchor: () => {
    const chosenMs = chosenHome.value?.mark.fromMs
    return chosenMs !== undefined && scale.isShown(chosenMs) ? chosenMs : now
  },
})
const { x } = scale
const laid = computed(() => layLanes(lanes, x))
const heightPx = computed(() => heightOf(laid.value))
defineExpose({ show: scale.show, isShown: scale.isShown })
const hourBefore = (ms: number) =>
  DateTime.fromMillis(ms, { zone: timeZone }).minus({ hours: 1 }).startOf('hour').toMillis()
const showNow = () => scale.show(hourBefore(now))
/** When hands are needed next; now where that is soon. */
const SOON_MS = 3 * MS_PER_HOUR
const nextWorkMs = computed(() => {
  const starts = lanes.flatMap(({ marks }) =>
    marks.flatMap(({ task, fromMs, toMs }) => (task.attended && toMs > now ? [fromMs] : [])),
  )
  const next = starts.reduce((first, ms) => Math.min(first, ms), Infinity)
  return next === Infinity || next < now + SOON_MS ? now : next
})
whenever(scale.isMeasured, () => void nextTick(() => scale.show(hourBefore(nextWorkMs.value))), {
  once: true,
})

const { days, ticks, leftDay, wholeFromMs, clockOf } = useLaneCalendar({
  scale,
  fromMs: () => rangeFrom,
  timeZone: () => timeZone,
})

const drawn = computed(() =>
  laid.value.map((one) => ({
    ...one,
    runs: one.runs.filter((run) => scale.isDrawn(run.fromMs, run.toMs)),
  })),
)
/** One mark takes the tab key; the arrows lead to the others. */
const reachable = computed(() =>
  chosenHome.value ? chosen : drawn.value.flatMap((one) => one.runs)[0]?.marks[0]?.task.key,
)
/** A key only where it is among these: the others need not look at it. */
const oneOf = (keys: ReadonlySet<string>, key: string | null | undefined) =>
  key && keys.has(key) ? key : null

const where = computed(() => ({ homes: homes.value, laneOfPerson: laneOfPerson.value, scale }))
const outlines = computed(() =>
  outlinesOf({ ...where.value, ghosts, verdict, carriedKey: carried?.task.key }),
)
const held = computed(() => carried && heldBox({ ...where.value, carried }))

const { grab, drag, letGo, forget, tap } = useLaneDrag({
  body: () => body.value,
  laid: () => laid.value,
  msAt: scale.msAt,
  isCarrying: () => carried !== null,
  onTake: (task) => emit('take', task),
  onCarry: (startMs, personId) => emit('carry', startMs, personId),
  onDrop: () => emit('drop'),
  onChoose: (key) => emit('choose', key),
})
const { press } = useLaneKeys({
  laid: () => laid.value,
  whereOf: (key) => homes.value.get(key),
  carried: () => carried,
  isAble: (personId) => rooms.has(personId),
  onZoom: scale.zoomBy,
  onTake: (task) => emit('take', task),
  onCarry: (startMs, personId) => emit('carry', startMs, personId),
  onDrop: () => emit('drop'),
  onCancel: () => emit('cancel'),
  onPin: (task) => emit('pin', task),
  onChoose: (key) => emit('choose', key),
  onLead: (mark) => void lead(mark),
})
function choose(mark: LaneMark): void {
  if (!carried) emit('choose', mark.task.key)
}
async function lead(mark: LaneMark): Promise<void> {
  emit('choose', mark.task.key)
  if (!scale.isShown(mark.fromMs)) scale.show(mark.fromMs, 'middle')
  await nextTick()
  body.value?.querySelector<SVGGElement>('[tabindex="0"]')?.focus()
}
</script>

<template>
  <div>
    <TimeButtons
      :hours="scale.hours.value"
      @pan="scale.pan"
      @now="showNow"
      @zoom="(hours) => scale.zoom(hours)"
    >
      <slot name="lanes" />
      <template #more
        ><button
          type="button"
          class="slim border px-2"
          :class="folds ? 'border-ink' : 'border-firm text-soft'"
          :aria-pressed="folds"
          @click="folds = !folds"
        >
          fold the nights</button
        ><slot name="more"
      /></template>
    </TimeButtons>
    <div
      ref="frame"
      class="sheet relative max-h-[calc(100vh-13.5rem)] min-h-72 overflow-auto"
      :class="carried ? 'cursor-grabbing' : ''"
    >
      <div :style="{ width: `${LABEL_PX + scale.width.value}px` }">
        <LaneHead
          :days="days"
          :ticks="ticks"
          :left-day="leftDay"
          :whole-from-ms="wholeFromMs"
          :width-px="scale.width.value"
          :x="x"
        />
        <div class="flex">
          <LaneNames :laid="laid" :height-px="heightPx" />
          <svg
            ref="body"
            :width="scale.width.value"
            :height="heightPx"
            class="block shrink-0 touch-pan-x touch-pan-y select-none"
            role="group"
            aria-label="The plan, lane by lane"
            @pointermove="drag"
            @pointerup="letGo"
            @pointercancel="forget"
            @click="tap"
            @keydown="press"
          >
            <LaneGround
              :laid="laid"
              :days="days"
              :ticks="ticks"
              :height-px="heightPx"
              :scale="scale"
              :is-dimmed="({ lane }) => carried !== null && !rooms.has(lane.personId ?? 0)"
            />
            <LaneLights
              :rooms="rooms"
              :lasts-ms="held?.lastsMs ?? 0"
              :lane-of-person="laneOfPerson"
              :scale="scale"
            />
            <WindowBracket
              v-if="chosenWindow && chosenHome"
              :window="chosenWindow"
              :top="chosenHome.top"
              :x="x"
            />
            <template v-for="{ lane, runs, top, row, labels } in drawn" :key="lane.key">
              <LaneTitles :labels="labels" :top="top + lane.rows * row" />
              <LaneMarks
                v-for="run in runs"
                :key="run.key"
                :marks="run.marks"
                :top="top"
                :row="row"
                :line="scale.line.value"
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
            <LaneGhosts
              :outlines="outlines"
              :held="held"
              :carried="carried"
              :verdict="verdict"
              :tint="pots.get(carried?.task.potId ?? 0)?.tint"
              :clock-of="clockOf"
            />
            <g v-if="now > scale.fromMs.value && now < scale.toMs.value" pointer-events="none">
              <line
                :x1="x(now)"
                :x2="x(now)"
                y1="0"
                :y2="heightPx"
                stroke="var(--hands)"
                stroke-width="1.6"
              />
              <text
                :x="x(now) + 4"
                :y="heightPx - 3"
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
