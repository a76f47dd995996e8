<script setup lang="ts">
import type { Join, NamedInclusion, PourHow } from '~~/core/trade'
import type { SizedLayer, Shape } from '~~/core/size'
import { sectionOf } from '~~/core/size'
import { readableOn } from '~/utils/readableOn'

/** One pour of a layer, as the cut meets it. */
export interface DrawnStroke {
  key: string
  tint: string
  /** Of the layer. */
  share: number
  how: PourHow
  /** Where from the middle, as a share of half the width; null for no place. */
  x: number | null
  title: string
}

export interface DrawnLayer {
  name: string
  tint: string
  /** The pours of which the layer is made; empty where it is of one. */
  strokes: DrawnStroke[]
  sized: SizedLayer | null
  inclusions: Pick<NamedInclusion, 'name' | 'heightMm' | 'xMm' | 'yMm'>[]
  /** Thickness of a coat, mm; null for a filling layer. */
  coatMm: number | null
  /** How it joins the layer before it; null for the first. */
  joins: Join | null
}

/** A piece cut through its middle, to scale, its layers from the face backwards. */
const {
  shape,
  layers,
  small = false,
  chosen = null,
  editable = false,
  dropping = false,
} = defineProps<{
  shape: Shape
  layers: DrawnLayer[]
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
const BOARD_MM = 14
/**
 * Below this share of its width a section is too thin to read, so heights are drawn larger, and it
 * is said.
 */
const READABLE_SHARE = 0.24

const section = computed(() => sectionOf(shape))
const coats = computed(() => layers.reduce((sum, layer) => sum + (layer.coatMm ?? 0), 0))
/** From one label to the next; they stand closer where there are many. */
const LABEL_GAP = 38
const CLOSEST_GAP = 20
const room = small
  ? { width: 150, height: 92, left: 6, right: 6, top: 8, bottom: 8 }
  : { width: 620, height: 330, left: 24, right: 250, top: 26, bottom: 40 }

const scale = computed(() => {
  const bodyMm = (section.value.heightMm ?? BOARD_MM) + coats.value
  const roomX = room.width - room.left - room.right
  const roomY = room.height - room.top - room.bottom
  const across = Math.min(roomX / section.value.widestMm, roomY / bodyMm)
  const thin = bodyMm / section.value.widestMm < READABLE_SHARE
  const wanted = thin
    ? Math.max(1, Math.floor((READABLE_SHARE * 1.5 * section.value.widestMm) / bodyMm))
    : 1
  const stretch = Math.max(1, Math.min(wanted, Math.floor(roomY / (bodyMm * across))))
  return { across, up: across * stretch, stretch, bodyMm }
})
/** The picture is as tall as the piece and its labels need, and no taller. */
const box = computed(() => {
  const body = scale.value.bodyMm * scale.value.up
  const height = small
    ? room.height
    : Math.max(
        Math.min(room.height, Math.max(body, layers.length * LABEL_GAP) + room.top + room.bottom),
        layers.length * CLOSEST_GAP + room.top + room.bottom,
      )
  return { ...room, height }
})
/** So many labels one above the other fit the picture. */
const gap = computed(() =>
  Math.min(
    LABEL_GAP,
    Math.max(CLOSEST_GAP, (box.value.height - room.top - room.bottom) / Math.max(1, layers.length)),
  ),
)
/** Where labels stand close, what they say of themselves stands in the same line. */
const isTight = computed(() => gap.value < LABEL_GAP - 4)
const middle = computed(() => room.left + (room.width - room.left - room.right) / 2)
const floor = computed(
  () =>
    box.value.height -
    room.bottom -
    (box.value.height - room.top - room.bottom - scale.value.bodyMm * scale.value.up) / 2,
)
const y = (levelMm: number) => floor.value - levelMm * scale.value.up

const STEPS = 16
function band(fromMm: number, toMm: number): string {
  const half = (h: number) =>
    (section.value.widthAtMm(Math.min(h, section.value.heightMm ?? h)) / 2) * scale.value.across
  const levels = Array.from({ length: STEPS + 1 }, (_, i) => fromMm + ((toMm - fromMm) * i) / STEPS)
  const left = levels.map((h) => `${middle.value - half(h)},${y(h)}`)
  const right = [...levels].reverse().map((h) => `${middle.value + half(h)},${y(h)}`)
  return `M${[...left, ...right].join('L')}Z`
}

interface Drawn extends DrawnLayer {
  index: number
  path: string
  fromMm: number
  toMm: number
  middleY: number
  labelY: number
}

/** A coat lies on whatever is below it; a flat surface lies on its board. */
const drawn = computed<Drawn[]>(() => {
  let top = section.value.heightMm === null ? BOARD_MM : 0
  const list = layers.flatMap((layer, index): Drawn[] => {
    if (!layer.sized) return []
    const from = layer.coatMm === null ? (layer.sized.fromMm ?? top) : top
    const to = layer.coatMm === null ? (layer.sized.toMm ?? top) : top + layer.coatMm
    top = to
    const middleY = (y(from) + y(to)) / 2
    return [
      { ...layer, index, path: band(from, to), fromMm: from, toMm: to, middleY, labelY: middleY },
    ]
  })
  const spread = [...list].sort((a, b) => b.middleY - a.middleY)
  spread.forEach((layer, i) => {
    const below = spread[i - 1]
    if (below) layer.labelY = Math.min(layer.labelY, below.labelY - gap.value)
  })
  const overTop = Math.min(...spread.map((layer) => layer.labelY)) - 26
  if (overTop < 0) for (const layer of spread) layer.labelY -= overTop
  return list
})
/**
 * Where the cut meets each pour of a layer: what has a place or a form of its own lies at it, as
 * wide as its share; what is flooded lies under all of them.
 */
interface Cut {
  key: string
  tint: string
  title: string
  x: number
  width: number
  y: number
  height: number
}
function cutsOf(layer: Drawn): Cut[] {
  const width = section.value.widthAtMm((layer.fromMm + layer.toMm) / 2) * scale.value.across
  const [top, height] = [y(layer.toMm), y(layer.fromMm) - y(layer.toMm)]
  let fresh = 0
  return layer.strokes.flatMap((stroke): Cut[] => {
    const { key, tint, title, share, how, x } = stroke
    const own = Math.max(3, width * share)
    const cut = (at: number, wide: number): Cut => ({
      key: `${key} ${at}`,
      tint,
      title,
      x: Math.max(
        middle.value - width / 2,
        Math.min(middle.value + width / 2 - wide, at - wide / 2),
      ),
      width: wide,
      y: top,
      height,
    })
    if (how === 'flood' && x === null)
      return [{ key, tint, title, x: middle.value - width / 2, width, y: top, height }]
    if (how === 'ring') {
      const reach = x === null ? 0.41 * width : 0.25 * width
      const at = middle.value + (x ?? 0) * (width / 2)
      return [cut(at - reach, own / 2), cut(at + reach, own / 2)]
    }
    if (how === 'dots')
      return [-0.32, -0.05, 0.24].map((share3) => cut(middle.value + share3 * width, own / 3))
    const at = x === null ? ((fresh++ * 0.37) % 0.8) - 0.4 : x / 2
    return [cut(middle.value + at * width, own)]
  })
}
const edge = computed(() => middle.value + (section.value.widestMm / 2) * scale.value.across)
const hull = computed(() =>
  section.value.heightMm === null ? band(0, BOARD_MM) : band(0, section.value.heightMm),
)

/**
 * The surface of a layer follows the finger; arrow keys move it by a tenth, with Shift by a
 * millimetre.
 */
const TENTH_MM = 0.1
const picture = useTemplateRef<SVGSVGElement>('picture')
const held = ref<number | null>(null)
const carried = ref<{ layer: Drawn; inclusion: number } | null>(null)
/** The level under the pointer while a layer is about to be dropped in. */
const hovered = ref<number | null>(null)

const pointOf = (event: MouseEvent) =>
  new DOMPoint(event.clientX, event.clientY).matrixTransform(
    picture.value?.getScreenCTM()?.inverse(),
  )
const tenths = (mm: number) => Math.round(mm / TENTH_MM) * TENTH_MM
const levelAt = (event: MouseEvent) => tenths((floor.value - pointOf(event).y) / scale.value.up)
function hold(index: number, event: PointerEvent): void {
  held.value = index
  emit('choose', index)
  picture.value?.setPointerCapture(event.pointerId)
}
function carry(layer: Drawn, inclusion: number, event: PointerEvent): void {
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
function putInclusion(layer: Drawn, inclusion: number, xMm: number, yMm: number): void {
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
function press(layer: Drawn, event: KeyboardEvent): void {
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
function nudge(layer: Drawn, inclusion: number, event: KeyboardEvent): void {
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
function spotOf(layer: Drawn, inclusion: number): { xMm: number; yMm: number } {
  const { xMm, yMm, heightMm } = layer.inclusions[inclusion] ?? {}
  return {
    xMm: xMm ?? ((INCLUSION_SPOTS[inclusion % 5] ?? 0.5) - 0.5) * section.value.widestMm,
    yMm:
      yMm ?? Math.max(0, (layer.toMm - layer.fromMm - (heightMm ?? SYMBOL / scale.value.up)) / 2),
  }
}
function inclusionAt(layer: Drawn, inclusion: number): string {
  const { xMm, yMm } = spotOf(layer, inclusion)
  const tall = (layer.inclusions[inclusion]?.heightMm ?? SYMBOL / scale.value.up) * scale.value.up
  return `translate(${middle.value + xMm * scale.value.across} ${y(layer.fromMm + yMm) - tall / 2}) scale(${Math.max(0.5, Math.min(2, tall / SYMBOL))} ${tall / SYMBOL})`
}
const JOIN_WORDS: Record<Join, string> = {
  tack: 'while tacky',
  sand: 'on a sanded face',
  either: 'tacky or sanded',
  plain: 'on the hard layer',
}
const SHORT = 22
const shortened = (name: string) => (name.length > SHORT ? `${name.slice(0, SHORT - 1)}…` : name)
const thicknessOf = (layer: Drawn) => figure(layer.toMm - layer.fromMm, 'mm', 1)
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
              :transform="inclusionAt(layer, i)"
              d="M-9 2 Q-5 -6 3 -6 Q10 -3 8 3 Q2 7 -9 2Z"
              :fill="layer.tint"
              fill-opacity="0.6"
              :stroke="readableOn(layer.tint)"
              stroke-width="1.5"
              vector-effect="non-scaling-stroke"
            >
              <title>{{ inclusion.name }}</title>
            </path>
          </g>
          <line
            v-if="layer.joins"
            :x1="middle - (section.widestMm / 2) * scale.across"
            :x2="edge"
            :y1="y(layer.fromMm)"
            :y2="y(layer.fromMm)"
            stroke="var(--ink)"
            :stroke-dasharray="layer.joins === 'sand' ? '1 4' : '7 4'"
            stroke-width="1.6"
          />
          <path
            :d="`M${middle + (section.widthAtMm((layer.fromMm + layer.toMm) / 2) / 2) * scale.across} ${layer.middleY}H${edge + 12}L${edge + 34} ${layer.labelY}H${edge + 42}`"
            fill="none"
            stroke="var(--firm)"
          />
          <text
            :x="edge + 48"
            :y="layer.labelY - 2"
            font-size="14"
            font-weight="650"
            fill="var(--ink)"
          >
            {{ isTight ? shortened(layer.name) : layer.name }}
            <tspan v-if="isTight" font-weight="400" fill="var(--soft)">
              {{ thicknessOf(layer) }}
            </tspan>
          </text>
          <text
            v-if="!isTight"
            :x="edge + 48"
            :y="layer.labelY + 14"
            font-size="13"
            fill="var(--soft)"
          >
            {{ thicknessOf(layer) }}{{ layer.joins ? `, ${JOIN_WORDS[layer.joins]}` : '' }}
          </text>
        </template>
      </g>
      <path :d="hull" fill="none" stroke="var(--ink)" stroke-width="1.2" />
      <template v-if="editable">
        <g
          v-for="layer in drawn.filter((one) => one.coatMm === null)"
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
          :y="y(scale.bodyMm) - 12"
          text-anchor="middle"
          font-size="12.5"
          fill="var(--soft)"
        >
          {{ section.heightMm === null ? 'top' : 'back' }}
        </text>
        <text :x="middle" :y="floor + 18" text-anchor="middle" font-size="12.5" fill="var(--soft)">
          {{ section.heightMm === null ? 'board' : 'face' }}
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
