<script setup lang="ts">
import type { Front } from '~~/core/trade'
import type { Shape } from '~~/core/size'
import { readableOn } from '~/utils/readableOn'

/** A piece cut through its middle, to scale, its layers from the face backwards. */
const {
  shape,
  layers,
  front = 'underside',
  onto = 'board',
  small = false,
  chosen = null,
  editable = false,
  dropping = false,
} = defineProps<{
  shape: Shape
  layers: DrawnLayer[]
  /** Which side of the piece is its face: what lies at the bottom of the picture, or on top. */
  front?: Front
  /** What it is poured onto, where that is no mould. */
  onto?: string
  small?: boolean
  chosen?: number | null
  editable?: boolean
  /** Whether a new layer is about to be dropped in: the next press says at which level. */
  dropping?: boolean
}>()
const emit = defineEmits<{
  choose: [index: number]
  level: [index: number, levelMm: number]
  drop: [levelMm: number]
  place: [index: number, inclusion: number, xMm: number, yMm: number]
}>()

const clip = useId()
const {
  section,
  room,
  scale,
  box,
  isTight,
  middle,
  floor,
  edge,
  hull,
  drawn,
  y,
  levelAtY,
  cutsOf,
} = useCutaway(() => ({ shape, layers, small }))

/**
 * The surface of a layer follows the finger; arrow keys move it by a tenth, with Shift by a
 * millimetre.
 */
const TENTH_MM = 0.1
const picture = useTemplateRef<SVGSVGElement>('picture')
const held = ref<number | null>(null)
const carried = ref<{ layer: CutLayer; inclusion: number } | null>(null)
/** The level under the pointer while a layer is about to be dropped in. */
const hovered = ref<number | null>(null)

const pointOf = (event: MouseEvent) =>
  new DOMPoint(event.clientX, event.clientY).matrixTransform(
    picture.value?.getScreenCTM()?.inverse(),
  )
const tenths = (mm: number) => Math.round(mm / TENTH_MM) * TENTH_MM
const levelAt = (event: MouseEvent) => tenths(levelAtY(pointOf(event).y))
function hold(index: number, event: PointerEvent): void {
  held.value = index
  emit('choose', index)
  picture.value?.setPointerCapture(event.pointerId)
}
function carry(layer: CutLayer, inclusion: number, event: PointerEvent): void {
  if (!editable) return
  carried.value = { layer, inclusion }
  emit('choose', layer.index)
  picture.value?.setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (dropping) hovered.value = levelAt(event)
  if (held.value !== null) emit('level', held.value, levelAt(event))
  if (carried.value)
    putInclusion(
      carried.value.layer,
      carried.value.inclusion,
      (pointOf(event).x - middle.value) / scale.value.across,
      levelAt(event) - carried.value.layer.fromMm,
    )
}
function letGo(): void {
  held.value = null
  carried.value = null
}
/** An inclusion stays within its layer and between its walls. */
function putInclusion(layer: CutLayer, inclusion: number, xMm: number, yMm: number): void {
  const half = section.value.widestMm / 2
  emit(
    'place',
    layer.index,
    inclusion,
    tenths(Math.min(half, Math.max(-half, xMm))),
    tenths(Math.min(layer.toMm - layer.fromMm, Math.max(0, yMm))),
  )
}
function drop(event: MouseEvent): void {
  if (!dropping) return
  event.stopPropagation()
  emit('drop', levelAt(event))
  hovered.value = null
}
function press(layer: CutLayer, event: KeyboardEvent): void {
  const way = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
  if (way === 0) return
  event.preventDefault()
  emit('choose', layer.index)
  emit('level', layer.index, layer.toMm + way * (event.shiftKey ? 1 : TENTH_MM))
}
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
function nudge(layer: CutLayer, inclusion: number, event: KeyboardEvent): void {
  const way = ARROWS[event.key]
  if (!way || !editable) return
  event.preventDefault()
  const { xMm, yMm } = spotOf(layer, inclusion)
  putInclusion(layer, inclusion, xMm + way[0], yMm + way[1] * (event.shiftKey ? 1 : 0.5))
}
/** Where inclusions are drawn as long as nobody has placed them, as shares of the width. */
const INCLUSION_SPOTS = [0.24, 0.5, 0.73, 0.36, 0.63]
/** A symbol's height where none is stated, mm on the picture. */
const SYMBOL = 12
function spotOf(layer: CutLayer, inclusion: number): { xMm: number; yMm: number } {
  const { xMm, yMm, heightMm, underPct = 100 } = layer.inclusions[inclusion] ?? {}
  const tallMm = heightMm ?? SYMBOL / scale.value.up
  const deepMm = layer.toMm - layer.fromMm
  // What stands proud is as far under the surface as is said; else it hangs in the middle.
  const footMm = underPct < 100 ? deepMm - (tallMm * underPct) / 100 : (deepMm - tallMm) / 2
  return {
    xMm: xMm ?? ((INCLUSION_SPOTS[inclusion % 5] ?? 0.5) - 0.5) * section.value.widestMm,
    yMm: yMm ?? Math.max(0, footMm),
  }
}
/** Of many alike a few are drawn, spread over the width. */
const MOST_ALIKE = 7
const alikeOf = (layer: CutLayer, inclusion: number) =>
  Array.from(
    { length: Math.min(MOST_ALIKE, Math.round(layer.inclusions[inclusion]?.count ?? 1)) },
    (_, i) => i,
  )
/** @param copy which of those that are alike */
function inclusionAt(layer: CutLayer, inclusion: number, copy: number): string {
  const spot = spotOf(layer, inclusion)
  const wide = 0.86 * section.value.widestMm
  const xMm =
    copy === 0
      ? spot.xMm
      : ((((spot.xMm + copy * 0.382 * wide) % wide) + 1.5 * wide) % wide) - wide / 2
  const { yMm } = spot
  const tall = (layer.inclusions[inclusion]?.heightMm ?? SYMBOL / scale.value.up) * scale.value.up
  return `translate(${middle.value + xMm * scale.value.across} ${y(layer.fromMm + yMm) - tall / 2}) scale(${Math.max(0.5, Math.min(2, tall / SYMBOL))} ${tall / SYMBOL})`
}
const scaleMm = computed(
  () => [200, 100, 50, 20, 10].find((mm) => mm <= section.value.widestMm * 0.6) ?? 5,
)
</script>

<template>
  <figure class="min-w-0">
    <svg
      ref="picture"
      :viewBox="`0 0 ${box.width} ${box.height}`"
      class="block w-full"
      :class="[editable ? 'touch-none' : '', dropping ? 'cursor-crosshair' : '']"
      :role="editable ? 'group' : 'img'"
      :aria-label="`Cut through the piece: ${layers.map((layer) => layer.name).join(', then ')}`"
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="letGo"
      @pointerleave="hovered = null"
      @click.capture="drop"
      @dragover.prevent="hovered = levelAt($event)"
      @dragleave="hovered = null"
      @drop.prevent="drop"
    >
      <defs>
        <pattern
          id="board"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(52)"
        >
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--firm)" stroke-width="1" />
        </pattern>
      </defs>
      <path
        :d="hull"
        :fill="section.heightMm === null ? 'url(#board)' : 'var(--sunk)'"
        stroke="var(--firm)"
      />
      <g
        v-for="layer in drawn"
        :key="layer.index"
        :class="small ? '' : 'cursor-pointer'"
        @click="emit('choose', layer.index)"
      >
        <path
          :d="layer.path"
          :fill="layer.tint"
          :stroke="chosen === layer.index ? 'var(--ink)' : 'none'"
          stroke-width="3"
        />
        <g v-if="layer.strokes.length > 0" :clip-path="`url(#${clip}-${layer.index})`">
          <clipPath :id="`${clip}-${layer.index}`"><path :d="layer.path" /></clipPath>
          <rect
            v-for="cut in cutsOf(layer)"
            :key="cut.key"
            :x="cut.x"
            :y="cut.y"
            :width="cut.width"
            :height="cut.height"
            :rx="Math.min(6, cut.height / 3)"
            :fill="cut.tint"
          >
            <title>{{ cut.title }}</title>
          </rect>
        </g>
        <line
          v-if="small && layer.index > 0"
          :x1="middle - (section.widthAtMm(layer.fromMm) / 2) * scale.across"
          :x2="middle + (section.widthAtMm(layer.fromMm) / 2) * scale.across"
          :y1="y(layer.fromMm)"
          :y2="y(layer.fromMm)"
          stroke="var(--ink)"
          stroke-opacity="0.55"
          stroke-width="0.7"
        />
        <template v-if="!small">
          <g
            v-for="(inclusion, i) in layer.inclusions"
            :key="i"
            :class="editable ? 'cursor-move' : ''"
            :role="editable ? 'button' : undefined"
            :tabindex="editable ? 0 : undefined"
            :aria-label="editable ? `${inclusion.name}: place it with the arrow keys` : undefined"
            @pointerdown.prevent="carry(layer, i, $event)"
            @keydown="nudge(layer, i, $event)"
          >
            <path
              v-for="copy in alikeOf(layer, i)"
              :key="copy"
              :transform="inclusionAt(layer, i, copy)"
              d="M-9 2 Q-5 -6 3 -6 Q10 -3 8 3 Q2 7 -9 2Z"
              :fill="layer.tint"
              fill-opacity="0.6"
              :stroke="readableOn(layer.tint)"
              stroke-width="1.5"
              vector-effect="non-scaling-stroke"
            >
              <title>
                {{ inclusion.count ? `${inclusion.count} × ` : '' }}{{ inclusion.name }}
              </title>
            </path>
          </g>
          <line
            v-if="layer.joins && layer.coat?.lies !== 'edge'"
            :x1="middle - (section.widestMm / 2) * scale.across"
            :x2="edge"
            :y1="y(layer.fromMm)"
            :y2="y(layer.fromMm)"
            stroke="var(--ink)"
            :stroke-dasharray="layer.joins === 'sand' ? '1 4' : '7 4'"
            stroke-width="1.6"
          />
        </template>
      </g>
      <CutawayLabels
        v-if="!small"
        :layers="drawn"
        :edge="edge"
        :is-tight="isTight"
        @choose="emit('choose', $event)"
      />
      <path :d="hull" fill="none" stroke="var(--ink)" stroke-width="1.2" />
      <template v-if="editable">
        <g
          v-for="layer in drawn.filter((one) => one.coat === null)"
          :key="`level${layer.index}`"
          class="group cursor-ns-resize"
          role="slider"
          tabindex="0"
          :aria-label="`Surface of ${layer.name}`"
          aria-orientation="vertical"
          :aria-valuenow="Math.round(layer.toMm * 10) / 10"
          :aria-valuetext="`${figure(layer.toMm, 'mm', 1)} above the bottom`"
          @pointerdown.prevent="hold(layer.index, $event)"
          @keydown="press(layer, $event)"
        >
          <rect
            :x="middle - (section.widestMm / 2) * scale.across"
            :y="y(layer.toMm) - 9"
            :width="section.widestMm * scale.across"
            height="18"
            fill="transparent"
          />
          <path
            :d="`M${middle - 13} ${y(layer.toMm) - 3}h26m0 6h-26`"
            stroke="var(--ink)"
            stroke-width="1.6"
            :opacity="held === layer.index ? 1 : 0.55"
          />
        </g>
      </template>
      <g v-if="dropping && hovered !== null" pointer-events="none">
        <line
          :x1="middle - (section.widestMm / 2) * scale.across - 6"
          :x2="edge + 6"
          :y1="y(hovered)"
          :y2="y(hovered)"
          stroke="var(--hands)"
          stroke-width="2.5"
        />
        <text
          :x="middle"
          :y="y(hovered) - 5"
          text-anchor="middle"
          font-size="13"
          font-weight="650"
          fill="var(--hands)"
        >
          new layer from {{ figure(hovered, 'mm', 1) }}
        </text>
      </g>
      <template v-if="!small">
        <text
          :x="middle"
          :y="floor - scale.bodyMm * scale.up - 12"
          text-anchor="middle"
          font-size="12.5"
          fill="var(--soft)"
        >
          {{ front === 'upside' ? 'face' : 'back' }}
        </text>
        <text :x="middle" :y="floor + 18" text-anchor="middle" font-size="12.5" fill="var(--soft)">
          {{ section.heightMm === null ? onto : front === 'upside' ? 'back' : 'face' }}
        </text>
        <g :transform="`translate(${room.left} ${box.height - 8})`">
          <path :d="`M0 -5V0H${scaleMm * scale.across}V-5`" fill="none" stroke="var(--ink)" />
          <text :x="scaleMm * scale.across + 8" y="1" font-size="12.5" fill="var(--soft)">
            {{ figure(scaleMm, 'mm', 0)
            }}{{ scale.stretch > 1 ? `; heights drawn ${scale.stretch} times as large` : ''
            }}{{ section.isTrue ? '' : '; only its content is known, drawn as a block' }}
          </text>
        </g>
      </template>
    </svg>
  </figure>
</template>
