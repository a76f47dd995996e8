import { useElementSize, useEventListener } from '@vueuse/core'
import type { ShallowRef } from 'vue'
import { MS_PER_HOUR } from '~~/core/units'
import { FOLD_PX, timeLine, type Span } from '~/utils/foldedTime'

const HOURS_PER_DAY = 24

/** How much time fits beside each other, from an hour to a quarter of a year. */
export const SPANS = [
  { hours: 1, name: '1 h' },
  { hours: 4, name: '4 h' },
  { hours: 12, name: '12 h' },
  { hours: 48, name: '2 days' },
  { hours: 168, name: 'week' },
  { hours: 720, name: 'month' },
  { hours: 2184, name: 'quarter' },
] as const
const NARROWEST = 420
/** In views: what is drawn to either side, and by how much that moves at once. */
const BESIDE_VIEWS = 0.5
const STEP_VIEWS = 0.0625

/** Wider than this nothing is folded: days are narrow enough. */
const MOST_FOLDED_HOURS = 168

interface TimeScaleOptions {
  frame: Readonly<ShallowRef<HTMLElement | null>>
  /** What the names of the lanes take from the frame's width, pixels. */
  labelPx: number
  range: () => { fromMs: number; toMs: number }
  /** Spans that are folded to a narrow strip, in order. */
  folds: () => readonly Span[]
  /** An instant that stays where it is seen while zooming. */
  anchor: () => number
}
export type TimeScale = ReturnType<typeof useTimeScale>

/** The time that a scrolled frame shows; only what lies near is drawn. */
export function useTimeScale({ frame, labelPx, range, folds, anchor }: TimeScaleOptions) {
  const hours = ref<number>(48)
  const { width: frameWidth } = useElementSize(frame)
  const scrolled = ref(0)
  useEventListener(frame, 'scroll', () => (scrolled.value = frame.value?.scrollLeft ?? 0), {
    passive: true,
  })
  const view = computed(() => Math.max(NARROWEST, frameWidth.value - labelPx))
  const fromMs = computed(() => range().fromMs)
  const toMs = computed(() => Math.max(range().toMs, fromMs.value + hours.value * MS_PER_HOUR))
  const folded = computed(() => (hours.value <= MOST_FOLDED_HOURS ? folds() : []))
  /** A view of days has that many days with hands in it, whatever is folded between them. */
  const pxPerMs = computed(() => {
    const days = hours.value / HOURS_PER_DAY
    const first = folded.value[0]
    const last = folded.value.at(-1)
    if (!first || !last || days < 1) return view.value / (hours.value * MS_PER_HOUR)
    const foldedMs = folded.value.slice(1).reduce((sum, [from, to]) => sum + to - from, 0)
    const openMs = Math.max(MS_PER_HOUR, last[1] - first[1] - foldedMs)
    const openDays = Math.max(1, folded.value.length - 1)
    return (view.value - days * FOLD_PX) / ((openMs / openDays) * days)
  })
  const line = computed(() => timeLine([fromMs.value, toMs.value], pxPerMs.value, folded.value))
  const width = computed(() => Math.ceil(line.value.widthPx))
  const x = (ms: number) => line.value.x(ms)
  const msAt = (px: number) => line.value.msAt(px)

  /**
   * What is drawn: the view and some to either side, moved in steps so that a frame draws little
   * that is new, and most draw nothing.
   */
  const stepPx = computed(() => view.value * STEP_VIEWS)
  const step = computed(() => Math.floor(scrolled.value / stepPx.value))
  const drawn = computed(() => ({
    fromMs: msAt(step.value * stepPx.value - BESIDE_VIEWS * view.value),
    toMs: msAt((step.value + 1) * stepPx.value + (1 + BESIDE_VIEWS) * view.value),
  }))
  const isDrawn = (from: number, to: number) => to > drawn.value.fromMs && from < drawn.value.toMs

  function show(ms: number, at: 'start' | 'middle' = 'start'): void {
    frame.value?.scrollTo({ left: Math.max(0, x(ms) - (at === 'middle' ? view.value / 2 : 0)) })
  }
  const isShown = (ms: number) => {
    const left = frame.value?.scrollLeft ?? 0
    return x(ms) >= left && x(ms) <= left + view.value
  }
  const pan = (views: number) => frame.value?.scrollBy({ left: views * view.value })
  /** Zooms and keeps the anchor where it is seen, or else the middle. */
  async function zoom(to: number): Promise<void> {
    const left = frame.value?.scrollLeft ?? 0
    const held = isShown(anchor()) ? anchor() : msAt(left + view.value / 2)
    const share = (x(held) - left) / view.value
    hours.value = to
    await nextTick()
    frame.value?.scrollTo({ left: Math.max(0, x(held) - share * view.value) })
  }
  /** The next wider (1) or closer (−1) span. */
  function zoomBy(by: 1 | -1): void {
    const next = SPANS[SPANS.findIndex((span) => span.hours === hours.value) + by]
    if (next) void zoom(next.hours)
  }
  return {
    hours: readonly(hours),
    folded,
    line,
    width,
    leftMs: computed(() => msAt(scrolled.value)),
    isMeasured: computed(() => frameWidth.value > 0),
    fromMs,
    toMs,
    x,
    msAt,
    isDrawn,
    show,
    isShown,
    pan,
    zoom,
    zoomBy,
  }
}
