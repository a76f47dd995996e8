<script setup lang="ts">
import type { Point } from '~~/core/geometry'
import { outline } from '~~/core/outline'
import type { Shape } from '~~/core/size'
import { rectify } from '~~/core/survey'
import { allSaid } from '~~/shared/words'

/**
 * An outline traced on a photograph, scaled by a known length or by the four corners of a known
 * rectangle.
 */
const emit = defineEmits<{ sized: [shape: Shape | null, from: string] }>()
const MOST_BYTES = 20_000_000
const MODES = [
  { value: 'length', label: 'a known length, seen straight on' },
  { value: 'corners', label: 'four corners of a known rectangle' },
] as const
const WHAT = [
  { value: 'outline', label: 'the outline' },
  { value: 'scale', label: 'the scale' },
] as const

const picture = ref<{ url: string; width: number; height: number; name: string } | null>(null)
const refused = ref('')
const mode = ref<'length' | 'corners'>('length')
const what = ref<'outline' | 'scale'>('scale')
const traced = useTracing()
const known = useTracing()
const lengthMm = ref<number | undefined>(100)
const rectangle = ref({ widthMm: 210 as number | undefined, heightMm: 297 as number | undefined })
const heightMm = ref<number | undefined>(15)
const stage = useTemplateRef<SVGSVGElement>('stage')
const active = computed(() => (what.value === 'outline' ? traced : known))
const needed = computed(() => (mode.value === 'length' ? 2 : 4))

async function open(files: FileList | null): Promise<void> {
  const chosen = files?.[0]
  if (!chosen) return
  refused.value = ''
  if (chosen.size > MOST_BYTES) {
    refused.value = `“${chosen.name}” is larger than 20 MB.`
    return
  }
  const url = URL.createObjectURL(chosen)
  const image = new Image()
  image.src = url
  try {
    await image.decode()
  } catch {
    URL.revokeObjectURL(url)
    refused.value = `“${chosen.name}” is no picture that can be shown; use a PNG or a JPEG.`
    return
  }
  if (picture.value) URL.revokeObjectURL(picture.value.url)
  picture.value = { url, width: image.naturalWidth, height: image.naturalHeight, name: chosen.name }
  traced.clear()
  known.clear()
  what.value = 'scale'
}
onScopeDispose(() => picture.value && URL.revokeObjectURL(picture.value.url))

function at(event: PointerEvent | MouseEvent): Point {
  const matrix = stage.value?.getScreenCTM()?.inverse()
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
  return [Math.round(point.x * 10) / 10, Math.round(point.y * 10) / 10]
}
function put(event: MouseEvent): void {
  if (what.value === 'scale' && known.points.value.length >= needed.value) return
  active.value.add(at(event))
  if (what.value === 'scale' && known.points.value.length === needed.value) what.value = 'outline'
}
let moving: number | null = null
function hold(index: number, event: PointerEvent): void {
  moving = index
  active.value.beginMove()
  stage.value?.setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (moving !== null) active.value.move(moving, at(event))
}
const between = (i: number): Point => {
  const { points } = traced
  const [p, q] = [points.value[i] as Point, points.value[(i + 1) % points.value.length] as Point]
  return [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]
}
const STEPS: Record<string, Point> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function press(index: number, event: KeyboardEvent): void {
  const step = STEPS[event.key]
  const point = active.value.points.value[index]
  if (event.key === 'Delete' || event.key === 'Backspace') active.value.remove(index)
  else if (step && point) {
    active.value.beginMove()
    active.value.move(index, [point[0] + step[0], point[1] + step[1]])
  } else return
  event.preventDefault()
}

/** The outline in millimetres, or the sentence that says what is missing. */
const millimetres = computed<{ points: Point[]; said: string } | string>(() => {
  if (known.points.value.length < needed.value)
    return mode.value === 'length'
      ? 'Mark both ends of a length that you know.'
      : 'Mark the four corners of a rectangle that you know, going round.'
  if (traced.points.value.length < 3) return 'Now mark the outline, corner by corner.'
  if (mode.value === 'corners') {
    const { widthMm, heightMm: height } = rectangle.value
    if (!widthMm || !height || !(widthMm > 0) || !(height > 0))
      return 'Write down the size of the rectangle.'
    const result = rectify({
      corners: known.points.value,
      rectangle: { widthMm, heightMm: height },
      points: traced.points.value,
    })
    return result.ok
      ? {
          points: result.value.points,
          said: `A corner marked a pixel off moves the outline by ${figure(result.value.perPixelMm, 'mm', 2)} at most.`,
        }
      : `The ${result.issues[0]?.path.split('[')[0]} ${allSaid(result.issues)}.`
  }
  const [p, q] = known.points.value as [Point, Point]
  const pixels = Math.hypot(p[0] - q[0], p[1] - q[1])
  if (!lengthMm.value || !(lengthMm.value > 0) || pixels === 0) return 'Write down how long it is.'
  const mm = lengthMm.value / pixels
  return {
    points: traced.points.value.map(([x, y]): Point => [x * mm, y * mm]),
    said: `A pixel is ${figure(mm, 'mm', 3)}.`,
  }
})
const measured = computed(() =>
  typeof millimetres.value === 'string'
    ? null
    : outline({ points: millimetres.value.points, scale: { units: 1, mm: 1 } }),
)
const complaint = computed(() => {
  if (refused.value) return refused.value
  if (measured.value && !measured.value.ok) return `The outline ${allSaid(measured.value.issues)}.`
  return measured.value?.ok && measured.value.value.crosses
    ? 'The outline crosses or touches itself; move a corner.'
    : ''
})
const shape = computed<Shape | null>(() => {
  if (
    !measured.value?.ok ||
    measured.value.value.crosses ||
    !heightMm.value ||
    !(heightMm.value > 0)
  )
    return null
  return {
    kind: 'polygon',
    points: measured.value.value.points as Point[],
    heightMm: heightMm.value,
  }
})
watch(shape, (value) =>
  emit('sized', value, `a tracing of the photograph “${picture.value?.name ?? ''}”`),
)
const dot = computed(() => Math.max(4, (picture.value?.width ?? 400) / 110))
</script>

<template>
  <div>
    <p class="text-soft">
      A photograph (PNG or JPEG) of the mould or board from above. It stays on this device.
    </p>
    <label class="quiet mt-3 inline-grid cursor-pointer place-content-center"
      >Choose the photograph<input
        type="file"
        accept="image/png,image/jpeg"
        class="sr-only"
        @change="open(($event.target as HTMLInputElement).files)"
    /></label>
    <p v-if="refused && !picture" role="alert" class="wrong mt-2">{{ refused }}</p>
    <template v-if="picture">
      <div class="mt-3 grid items-end gap-3 sm:grid-cols-2">
        <FieldChoice v-model="mode" label="The scale comes from" :options="MODES" />
        <FieldNumber
          v-if="mode === 'length'"
          v-model="lengthMm"
          label="the marked length is"
          unit="mm"
        />
        <div v-else class="grid grid-cols-2 gap-3">
          <FieldNumber v-model="rectangle.widthMm" label="first side" unit="mm" /><FieldNumber
            v-model="rectangle.heightMm"
            label="second side"
            unit="mm"
          />
        </div>
        <FieldNumber v-model="heightMm" label="height of its sides" unit="mm" />
      </div>
      <div class="mt-3 flex flex-wrap items-center gap-2">
        <span class="flex gap-1" role="group" aria-label="What is being marked"
          ><button
            v-for="one in WHAT"
            :key="one.value"
            type="button"
            class="slim border px-3"
            :class="what === one.value ? 'border-ink bg-act text-act-ink' : 'border-firm'"
            :aria-pressed="what === one.value"
            @click="what = one.value"
          >
            {{ one.label }}
          </button></span
        >
        <button
          type="button"
          class="quiet slim"
          :disabled="!active.canUndo.value"
          @click="active.undo"
        >
          Undo
        </button>
        <button
          type="button"
          class="quiet slim"
          :disabled="active.points.value.length === 0"
          @click="active.clear"
        >
          Clear
        </button>
        <span role="status" class="text-soft">{{
          typeof millimetres === 'string' ? millimetres : millimetres.said
        }}</span>
      </div>
      <p v-if="complaint" role="alert" class="wrong mt-1">{{ complaint }}</p>
      <svg
        ref="stage"
        :viewBox="`0 0 ${picture.width} ${picture.height}`"
        class="sheet mt-2 block max-h-[32rem] w-full cursor-crosshair touch-none"
        role="group"
        aria-label="The photograph; press to mark a point"
        @click.self="put"
        @pointermove="drag"
        @pointerup="moving = null"
      >
        <image
          :href="picture.url"
          :width="picture.width"
          :height="picture.height"
          class="pointer-events-none"
        />
        <polygon
          v-if="traced.points.value.length > 1"
          :points="traced.points.value.join(' ')"
          fill="#9c3318"
          fill-opacity="0.16"
          stroke="#9c3318"
          stroke-width="2"
          vector-effect="non-scaling-stroke"
          class="pointer-events-none"
        />
        <component
          :is="mode === 'length' ? 'polyline' : 'polygon'"
          :points="known.points.value.join(' ')"
          fill="none"
          stroke="#1d1a15"
          stroke-width="2"
          stroke-dasharray="6 4"
          vector-effect="non-scaling-stroke"
          class="pointer-events-none"
        />
        <template v-if="what === 'outline' && traced.points.value.length > 2">
          <circle
            v-for="(_, i) in traced.points.value"
            :key="`between${i}`"
            :cx="between(i)[0]"
            :cy="between(i)[1]"
            :r="dot * 0.6"
            fill="#fffdf7"
            stroke="#9c3318"
            class="cursor-copy"
            role="button"
            tabindex="0"
            :aria-label="`Insert a corner after ${i + 1}`"
            @click="traced.insert(i, between(i))"
            @keydown.enter.prevent="traced.insert(i, between(i))"
          />
        </template>
        <circle
          v-for="(point, i) in active.points.value"
          :key="i"
          :cx="point[0]"
          :cy="point[1]"
          :r="dot"
          :fill="what === 'outline' ? '#9c3318' : '#1d1a15'"
          stroke="#fffdf7"
          stroke-width="2"
          vector-effect="non-scaling-stroke"
          class="cursor-move"
          role="button"
          tabindex="0"
          :aria-label="`Point ${i + 1}; arrow keys move it, Delete removes it`"
          @pointerdown.prevent="hold(i, $event)"
          @keydown="press(i, $event)"
          @dblclick="active.remove(i)"
        />
      </svg>
    </template>
  </div>
</template>
