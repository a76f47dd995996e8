<script setup lang="ts">
import type { MeshViewNews, MeshViewOrder } from '~/workers/meshView.worker'

/**
 * A mould's cavity from any side, with the resin standing in it. Turn it with a finger or the arrow
 * keys.
 */
const { corners, heightMm, levelMm } = defineProps<{
  corners: Float32Array
  heightMm: number
  levelMm: number
}>()
const frame = useTemplateRef<HTMLElement>('frame')
const failed = ref('')
const NO_THIRD_DIMENSION =
  'This device cannot draw in three dimensions; the figures beside are complete without it.'
let worker: Worker | null = null
const order = (one: MeshViewOrder, transfer: Transferable[] = []) =>
  worker?.postMessage(one, transfer)

onMounted(() => {
  const canvas = document.createElement('canvas')
  if (!frame.value || typeof canvas.transferControlToOffscreen !== 'function') {
    failed.value = NO_THIRD_DIMENSION
    return
  }
  canvas.className = 'block size-full'
  frame.value.append(canvas)
  worker = new Worker(new URL('../../workers/meshView.worker.ts', import.meta.url), {
    type: 'module',
  })
  worker.onmessage = ({ data }: MessageEvent<MeshViewNews>) => {
    if (data.kind === 'failed') failed.value = NO_THIRD_DIMENSION
  }
  const offscreen = canvas.transferControlToOffscreen()
  const wall = getComputedStyle(document.documentElement).getPropertyValue('--firm').trim()
  order(
    {
      kind: 'open',
      canvas: offscreen,
      corners,
      heightMm,
      levelMm,
      wall,
      pixelRatio: Math.min(2, window.devicePixelRatio),
    },
    [offscreen],
  )
  const fit = new ResizeObserver(([entry]) => {
    const { width = 1, height = 1 } = entry?.contentRect ?? {}
    order({ kind: 'size', width, height })
  })
  fit.observe(frame.value)
  onScopeEnd.push(() => fit.disconnect())
})
const onScopeEnd: (() => void)[] = [() => worker?.terminate()]
onScopeDispose(() => onScopeEnd.forEach((end) => end()))
watch(
  () => levelMm,
  (level) => order({ kind: 'level', levelMm: level }),
)

let held: { x: number; y: number } | null = null
function hold(event: PointerEvent): void {
  held = { x: event.clientX, y: event.clientY }
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (!held) return
  order({ kind: 'turn', byX: (event.clientX - held.x) / 120, byY: (event.clientY - held.y) / 160 })
  held = { x: event.clientX, y: event.clientY }
}
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-0.15, 0],
  ArrowRight: [0.15, 0],
  ArrowUp: [0, -0.1],
  ArrowDown: [0, 0.1],
}
function press(event: KeyboardEvent): void {
  const by = KEYS[event.key]
  if (!by) return
  event.preventDefault()
  order({ kind: 'turn', byX: by[0], byY: by[1] })
}
</script>

<template>
  <p v-if="failed" class="text-soft">{{ failed }}</p>
  <div
    v-else
    ref="frame"
    class="h-72 touch-none cursor-grab active:cursor-grabbing"
    role="img"
    tabindex="0"
    aria-label="The cavity in three dimensions; the arrow keys turn it"
    @pointerdown="hold"
    @pointermove="drag"
    @pointerup="held = null"
    @keydown="press"
  />
</template>
