import { DateTime } from 'luxon'
import type { TimeScale } from '~/composables/useTimeScale'
import { MS_PER_MIN } from '~~/core/units'

/** Days narrower than this have no nights, and only Mondays have a line, pixels. */
const DAY_ROOM_PX = 30
/** The least width of a day's name, pixels. */
const NAME_ROOM_PX = 72
const NIGHT_FROM_HOUR = 21
const NIGHT_TO_HOUR = 7
/** Up to so many hours in view, a line stands at every so many minutes. */
const TICK_EVERY_MIN: readonly (readonly [hours: number, everyMin: number])[] = [
  [1, 5],
  [4, 30],
  [12, 60],
  [48, 180],
]

export interface CalendarDay {
  startMs: number
  endMs: number
  label: string
  nights: (readonly [fromMs: number, toMs: number])[]
}
export interface CalendarTick {
  ms: number
  label: string
}
interface LaneCalendarOptions {
  scale: TimeScale
  fromMs: () => number
  timeZone: () => string
}

/** Days, nights and hours along a scale, as far as they are drawn. */
export function useLaneCalendar({ scale, fromMs, timeZone }: LaneCalendarOptions) {
  // The platform's own formatter: thousands of marks are worded, some of them while the lanes are
  // panned.
  const worded = (format: Intl.DateTimeFormatOptions) =>
    computed(() => new Intl.DateTimeFormat('en-GB', { ...format, timeZone: timeZone() }))
  const day = worded({ weekday: 'short', day: 'numeric', month: 'short' })
  const dayAndClock = worded({ weekday: 'short', hour: '2-digit', minute: '2-digit' })
  const clock = worded({ hour: '2-digit', minute: '2-digit' })

  /** All days of the range, read from the calendar once for each zoom. */
  const calendar = computed(() => {
    const first = DateTime.fromMillis(fromMs(), { zone: timeZone() }).startOf('day')
    const widePx = scale.x(first.plus({ days: 1 }).toMillis()) - scale.x(first.toMillis())
    const list: CalendarDay[] = []
    for (let one = first; one.toMillis() < scale.toMs.value; one = one.plus({ days: 1 }))
      if (widePx > DAY_ROOM_PX || one.weekday === 1) list.push(dayAt(one, widePx))
    return list
  })
  const days = computed(() => calendar.value.filter((one) => scale.isDrawn(one.startMs, one.endMs)))
  const ticks = computed(() => {
    const everyMin = TICK_EVERY_MIN.find(([hours]) => scale.hours.value <= hours)?.[1]
    if (everyMin === undefined) return []
    const stepMs = everyMin * MS_PER_MIN
    return days.value
      .flatMap(({ startMs, endMs }) =>
        Array.from(
          { length: Math.floor((endMs - startMs) / stepMs) },
          (_, i) => startMs + i * stepMs,
        ),
      )
      .filter((ms) => scale.isDrawn(ms, ms) && !isFolded(ms))
      .map((ms): CalendarTick => ({ ms, label: clock.value.format(ms) }))
  })
  const isFolded = (ms: number) => scale.folded.value.some(([from, to]) => ms > from && ms < to)
  const without = (comma: string) => comma.replace(',', '')
  return {
    days,
    ticks,
    /** The day at the left edge; scrolling within it draws nothing anew. */
    leftDay: computed(() => without(day.value.format(scale.leftMs.value))),
    /** The first day that begins in sight: of one that is cut the name stands at the left edge. */
    wholeFromMs: computed(
      () => days.value.find(({ startMs }) => startMs >= scale.leftMs.value)?.startMs ?? Infinity,
    ),
    clockOf: (ms: number) => without(dayAndClock.value.format(ms)),
  }
}

function dayAt(day: DateTime, widePx: number): CalendarDay {
  const [startMs, endMs] = [day.toMillis(), day.plus({ days: 1 }).toMillis()]
  return {
    startMs,
    endMs,
    label: labelOf(day, widePx),
    nights:
      widePx > DAY_ROOM_PX
        ? [
            [startMs, day.set({ hour: NIGHT_TO_HOUR }).toMillis()],
            [day.set({ hour: NIGHT_FROM_HOUR }).toMillis(), endMs],
          ]
        : [],
  }
}
function labelOf(day: DateTime, widePx: number): string {
  if (widePx > NAME_ROOM_PX) return day.toFormat('ccc d LLL')
  if (widePx > DAY_ROOM_PX) return day.toFormat('d')
  return widePx * 7 > NAME_ROOM_PX || day.weekNumber % 2 === 0 ? day.toFormat('d LLL') : ''
}
