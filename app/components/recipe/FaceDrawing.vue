<script setup lang="ts">
import { CLEAR_TINT } from '~~/core/pot'
import { planOf } from '~~/core/size'
import type { Recipe } from '~~/core/trade'
import { faceStrokes, faceThings, type FaceStroke } from '~/utils/faceStrokes'

/**
 * The face of a piece as it lies in front of one: its pours in their tints, the upper layers over
 * the lower ones, what is set in, and a number at each pour that has a place.
 */
const {
  recipe,
  chosen = null,
  small = false,
  placing = false,
} = defineProps<{
  recipe: Recipe
  /** The key of the pour that is being worked on. */
  chosen?: string | null
  small?: boolean
  /** Whether the next press says where the chosen pour goes. */
  placing?: boolean
}>()
const emit = defineEmits<{ place: [x: number, y: number]; choose: [entry: string] }>()
const workshop = useWorkshopStore()
const clip = useId()
const picture = useTemplateRef<SVGSVGElement>('picture')

const MARGIN = 0.04
const plan = computed(() => planOf(recipe.shape))
const strokes = computed(() => faceStrokes(recipe, plan.value, workshop.pigments))
const box = computed(() => {
  const { widthMm, lengthMm } = plan.value
  const room = MARGIN * widthMm
  return {
    x: -widthMm / 2 - room,
    y: -lengthMm / 2 - room,
    width: widthMm + 2 * room,
    height: lengthMm + 2 * room,
  }
})
const viewBox = computed(
  () => `${box.value.x} ${box.value.y} ${box.value.width} ${box.value.height}`,
)
/** The outline of what is seen; the hole of a ring is drawn over it. */
const outlinePath = computed(() => {
  const { outline, widthMm, lengthMm } = plan.value
  const [x, y] = [widthMm / 2, lengthMm / 2]
  if (outline.kind === 'polygon') return `M${outline.points.map((one) => one.join()).join('L')}Z`
  if (outline.kind === 'ellipse') return `M${-x} 0A${x} ${y} 0 1 0 ${x} 0A${x} ${y} 0 1 0 ${-x} 0Z`
  const r = Math.min(outline.cornerRadiusMm, x, y)
  const corner = (toX: number, toY: number) => `a${r} ${r} 0 0 1 ${toX} ${toY}`
  return `M${r - x} ${-y}H${x - r}${corner(r, r)}V${y - r}${corner(-r, r)}H${r - x}${corner(-r, -r)}V${r - y}${corner(r, -r)}Z`
})
const bandPath = ({ x, y, isWavy }: Extract<FaceStroke['form'], { kind: 'band' }>) => {
  const { widthMm, lengthMm } = plan.value
  const half = widthMm / 2
  if (!isWavy) return `M${-half} ${y}H${half}`
  const swing = lengthMm * 0.22
  const turns = Array.from({ length: 7 }, (_, i) => {
    const at = x - half * 0.8 + (half * 1.6 * (i + 1)) / 7
    return `T${at} ${y + (i % 2 === 0 ? swing : -swing)}`
  })
  return `M${x - half * 0.8} ${y}Q${x - half * 0.7} ${y - swing} ${x - half * 0.6} ${y}${turns.join('')}`
}
const things = computed(() => faceThings(recipe, plan.value, workshop.pigments))
/** Pours with a number, where there are several. */
const numbered = computed(() => {
  const all = recipe.course.filter(({ kind }) => kind === 'pour')
  return strokes.value.flatMap((stroke) => {
    const { form } = stroke
    const number = all.findIndex(({ key }) => key === stroke.entry) + 1
    const at =
      form.kind === 'fill'
        ? null
        : form.kind === 'dots'
          ? form.dots[0]
          : form.kind === 'ring'
            ? { x: form.x, y: form.y - form.r }
            : { x: form.x, y: form.y }
    return at ? [{ ...stroke, number, at }] : []
  })
})
const clamp = (value: number) => Math.round(Math.max(-1, Math.min(1, value)) * 100) / 100
function press(event: MouseEvent): void {
  if (!placing) return
  const matrix = picture.value?.getScreenCTM()?.inverse()
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
  emit('place', clamp(x / (plan.value.widthMm / 2)), clamp(y / (plan.value.lengthMm / 2)))
}
</script>

<template>
  <figure class="min-w-0">
    <svg
      ref="picture"
      :viewBox="viewBox"
      class="mx-auto block w-full"
      :class="[small ? 'max-h-24' : 'max-h-64', placing ? 'cursor-crosshair' : '']"
      role="img"
      :aria-label="`The face: ${strokes.map(({ title }) => title).join(', then ') || 'not poured yet'}`"
      @click="press"
    >
      <defs>
        <clipPath :id="clip">
          <path :d="outlinePath" />
        </clipPath>
      </defs>
      <g :clip-path="`url(#${clip})`">
        <rect :x="box.x" :y="box.y" :width="box.width" :height="box.height" :fill="CLEAR_TINT" />
        <g
          v-for="stroke in strokes"
          :key="stroke.entry"
          :opacity="stroke.cover"
          @click="placing || emit('choose', stroke.entry)"
        >
          <title>{{ stroke.title }}</title>
          <rect
            v-if="stroke.form.kind === 'fill'"
            :x="box.x"
            :y="box.y"
            :width="box.width * stroke.form.share"
            :height="box.height"
            :fill="stroke.tint"
          />
          <circle
            v-else-if="stroke.form.kind === 'blob'"
            :cx="stroke.form.x"
            :cy="stroke.form.y"
            :r="stroke.form.r"
            :fill="stroke.tint"
          />
          <circle
            v-else-if="stroke.form.kind === 'ring'"
            :cx="stroke.form.x"
            :cy="stroke.form.y"
            :r="stroke.form.r"
            fill="none"
            :stroke="stroke.tint"
            :stroke-width="stroke.form.across"
          />
          <path
            v-else-if="stroke.form.kind === 'band'"
            :d="bandPath(stroke.form)"
            fill="none"
            :stroke="stroke.tint"
            :stroke-width="stroke.form.isWavy ? stroke.form.across * 0.5 : stroke.form.across"
          />
          <template v-else>
            <circle
              v-for="(dot, i) in stroke.form.dots"
              :key="i"
              :cx="dot.x"
              :cy="dot.y"
              :r="stroke.form.r"
              :fill="stroke.tint"
            />
          </template>
        </g>
        <g v-for="(one, i) in things" :key="`i${i}`" :opacity="one.seen">
          <title>{{ one.name }}</title>
          <ellipse
            :cx="one.x"
            :cy="one.y"
            :rx="one.r"
            :ry="one.r * 0.7"
            fill="var(--sunk)"
            fill-opacity="0.35"
            stroke="var(--ink)"
            :stroke-width="plan.widthMm * 0.006"
          />
        </g>
      </g>
      <g fill="none" stroke="var(--ink)" :stroke-width="plan.widthMm * 0.005">
        <path :d="outlinePath" />
        <ellipse
          v-if="plan.outline.kind === 'ellipse' && plan.outline.holeMm > 0"
          :rx="plan.outline.holeMm / 2"
          :ry="plan.outline.holeMm / 2"
          fill="var(--paper)"
        />
      </g>
      <template v-if="!small">
        <g
          v-for="one in numbered"
          :key="`n${one.entry}`"
          :transform="`translate(${one.at.x} ${one.at.y})`"
          class="cursor-pointer"
          @click="placing || emit('choose', one.entry)"
        >
          <circle
            :r="plan.widthMm * 0.026"
            fill="var(--sheet)"
            stroke="var(--ink)"
            :stroke-width="plan.widthMm * (one.entry === chosen ? 0.011 : 0.004)"
          />
          <text
            text-anchor="middle"
            dominant-baseline="central"
            :font-size="plan.widthMm * 0.034"
            fill="var(--ink)"
          >
            {{ one.number }}
          </text>
        </g>
      </template>
      <slot :width-mm="plan.widthMm" :length-mm="plan.lengthMm" />
    </svg>
    <figcaption v-if="!small && !plan.isTrue" class="text-center text-soft">
      Only its content is known, drawn as a square.
    </figcaption>
  </figure>
</template>
