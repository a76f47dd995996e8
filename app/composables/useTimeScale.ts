import { useElementSize, useEventListener } from '@vueuse/core'
import type { ShallowRef } from 'vue'
import { MS_PER_HOUR } from '~~/core/units'

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

interface TimeScaleOptions {
  frame: Readonly<ShallowRef<HTMLElement | null>>
  /** What the names of the lanes take from the frame's width, pixels. */
  labelPx: number
  range: () => { fromMs: number; toMs: number }
  /** An instant that stays where it is seen while zooming. */
  anchor: () => number
}
export type TimeScale = ReturnType<typeof useTimeScale>

/** The time that a scrolled frame shows; only what lies near is drawn. */
export function useTimeScale({ frame, labelPx, range, anchor }: TimeScaleOptions) {
  const hours = ref<number>(48)
  const { width: frameWidth } = useElementSize(frame)
  const scrolled = ref(0)
  useEventListener(frame, 'scroll', () => (scrolled.value = frame.value?.scrollLeft ?? 0), {
    passive: true,
  })
  const view = computed(() => Math.max(NARROWEST, frameWidth.value - labelPx))
  const pxPerMs = computed(() => view.value / (hours.value * MS_PER_HOUR))
  const fromMs = computed(() => range().fromMs)
  const toMs = computed(() => Math.max(range().toMs, fromMs.value + hours.value * MS_PER_HOUR))
  const width = computed(() => Math.ceil((toMs.value - fromMs.value) * pxPerMs.value))
  const x = (ms: number) => (ms - fromMs.value) * pxPerMs.value
  const msAt = (px: number) => fromMs.value + px / pxPerMs.value

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
  const shownFromMs = () => msAt(frame.value?.scrollLeft ?? 0)
  const isShown = (ms: number) =>
    ms >= shownFromMs() && ms <= shownFromMs() + hours.value * MS_PER_HOUR
  const pan = (views: number) => frame.value?.scrollBy({ left: views * view.value })
  /** Zooms and keeps the anchor where it is seen, or else the middle. */
  async function zoom(to: number): Promise<void> {
    const held = isShown(anchor()) ? anchor() : shownFromMs() + (hours.value * MS_PER_HOUR) / 2
    const share = (held - shownFromMs()) / (hours.value * MS_PER_HOUR)
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
    pxPerMs,
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
