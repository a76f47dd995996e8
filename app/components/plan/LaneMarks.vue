<script setup lang="ts">
import type { Pot } from '~~/shared/types/pots'
import { THINNEST_PX } from '~/utils/laneLayout'
import type { LaneMark } from '~/utils/planLanes'
import type { TimeLine } from '~/utils/foldedTime'
import { NAME_INSIDE_PX } from '~/utils/laneLabels'
import { readableOn } from '~/utils/readableOn'

/** The tasks of one lane: boxes for what hands do, bars with their opening for what lies. */
const { marks, top, row, line, pots, chosen, reachable, lifted, pinned, clockOf } = defineProps<{
  /** Those near enough to be drawn. */
  marks: readonly LaneMark[]
  top: number
  /** The height of a row, pixels. */
  row: number
  /** Where instants lie. */
  line: TimeLine
  pots: ReadonlyMap<number, Pot>
  chosen: string | null
  /** The one that takes the tab key. */
  reachable: string | null
  /** The one that is in somebody's hand. */
  lifted: string | null
  pinned: ReadonlySet<string>
  clockOf: (ms: number) => string
}>()
const emit = defineEmits<{
  grab: [event: PointerEvent, mark: LaneMark]
  choose: [mark: LaneMark]
}>()

const x = (ms: number) => line.x(ms)
const yOf = (mark: LaneMark) => top + mark.row * row
const widthOf = (mark: LaneMark) => Math.max(THINNEST_PX, x(mark.toMs) - x(mark.fromMs))
const potOf = ({ task }: LaneMark) => pots.get(task.potId ?? 0)
const letterOf = (mark: LaneMark) => potOf(mark)?.letter ?? ''
const inkOf = (mark: LaneMark) => (potOf(mark) ? readableOn(potOf(mark)!.tint) : 'var(--ink)')
/** As much of a name as a width has room for. */
const LETTER_PX = 6.2
const fitting = (text: string, px: number) => {
  const letters = Math.floor(px / LETTER_PX)
  if (letters < 3) return ''
  return text.length <= letters ? text : `${text.slice(0, letters - 1)}…`
}
const lyingWords = (mark: LaneMark) =>
  mark.of && mark.of !== mark.words ? `${mark.words} · ${mark.of}` : mark.words
const wordFor = (mark: LaneMark) =>
  `${mark.task.title}${mark.of ? ` for ${mark.of}` : ''}${letterOf(mark) ? `, pot ${letterOf(mark)}` : ''}, ${clockOf(mark.fromMs)} to ${clockOf(mark.toMs)}${mark.closesMs === null ? '' : `, then open until ${clockOf(mark.closesMs)}`}${pinned.has(mark.task.key) ? ', pinned' : ''}`
</script>

<template>
  <g>
    <g
      v-for="mark in marks"
      :key="mark.task.key"
      v-memo="[
        mark,
        top,
        line,
        mark.task.key === chosen,
        mark.task.key === reachable,
        mark.task.key === lifted,
        pinned.has(mark.task.key),
        potOf(mark),
      ]"
      :data-key="mark.task.key"
      role="button"
      :tabindex="mark.task.key === reachable ? 0 : -1"
      :class="mark.task.attended ? 'cursor-grab' : 'cursor-pointer'"
      :opacity="mark.task.key === lifted ? 0.35 : undefined"
      :aria-label="wordFor(mark)"
      :aria-pressed="mark.task.key === chosen"
      @pointerdown="emit('grab', $event, mark)"
      @click="emit('choose', mark)"
    >
      <title>{{ wordFor(mark) }}</title>
      <template v-if="mark.task.attended">
        <rect
          :x="x(mark.fromMs)"
          :y="yOf(mark)"
          :width="widthOf(mark)"
          height="18"
          :fill="potOf(mark)?.tint ?? 'var(--sheet)'"
          stroke="var(--ink)"
          :stroke-width="mark.task.key === chosen ? 2.6 : 0.8"
        />
        <text
          v-if="widthOf(mark) > 12 && letterOf(mark)"
          :x="x(mark.fromMs) + 3"
          :y="yOf(mark) + 14"
          font-size="12.5"
          font-weight="700"
          :fill="inkOf(mark)"
          >{{ letterOf(mark) }}</text
        >
        <text
          v-if="widthOf(mark) > NAME_INSIDE_PX"
          :x="x(mark.fromMs) + (letterOf(mark) ? 22 : 6)"
          :y="yOf(mark) + 13.5"
          font-size="12"
          :fill="inkOf(mark)"
          >{{
            fitting(mark.of ? `${mark.words} · ${mark.of}` : mark.words, widthOf(mark) - 26)
          }}</text
        >
      </template>
      <template v-else>
        <rect
          :x="x(mark.fromMs)"
          :y="yOf(mark)"
          :width="widthOf(mark)"
          :height="row"
          fill="transparent"
        />
        <line
          :x1="x(mark.fromMs)"
          :x2="x(mark.fromMs) + widthOf(mark)"
          :y1="yOf(mark) + 6.5"
          :y2="yOf(mark) + 6.5"
          :stroke="potOf(mark)?.tint ?? 'var(--firm)'"
          :stroke-width="mark.task.key === chosen ? 13 : 11"
        />
        <line
          v-if="potOf(mark)"
          :x1="x(mark.fromMs)"
          :x2="x(mark.fromMs) + widthOf(mark)"
          :y1="yOf(mark) + 12"
          :y2="yOf(mark) + 12"
          stroke="var(--ink)"
          stroke-width="0.5"
        />
        <template v-if="mark.closesMs !== null">
          <rect
            :x="x(mark.toMs)"
            :y="yOf(mark) + 1"
            :width="Math.max(2, x(mark.closesMs) - x(mark.toMs))"
            height="11"
            fill="var(--soon)"
            opacity="0.3"
          />
          <path
            :d="`M${x(mark.closesMs)} ${yOf(mark)}v12m0 -12h-4m4 12h-4`"
            fill="none"
            stroke="var(--soon)"
            stroke-width="1.5"
          />
        </template>
        <path
          :d="`M${x(mark.fromMs) + widthOf(mark)} ${yOf(mark)}v12m0 -12h4m-4 12h4`"
          fill="none"
          :stroke="mark.closesMs === null ? 'var(--ink)' : 'var(--soon)'"
          :stroke-width="mark.closesMs === null ? 1.3 : 1.5"
        />
        <text
          v-if="widthOf(mark) > 22"
          :x="x(mark.fromMs) + 3"
          :y="yOf(mark) + 10.5"
          font-size="10.5"
          :fill="potOf(mark) ? inkOf(mark) : 'var(--sheet)'"
          ><tspan v-if="letterOf(mark)" font-weight="700">{{ `${letterOf(mark)} ` }}</tspan
          >{{ fitting(lyingWords(mark), widthOf(mark) - 24) }}</text
        >
      </template>
      <path
        v-if="pinned.has(mark.task.key)"
        :d="`M${x(mark.fromMs) + widthOf(mark) / 2 - 3.5} ${yOf(mark) - 3}h7l-3.5 7z`"
        fill="var(--ink)"
        stroke="var(--sheet)"
        stroke-width="0.8"
      />
    </g>
  </g>
</template>
