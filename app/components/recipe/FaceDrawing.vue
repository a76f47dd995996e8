<script setup lang="ts">
import { bandPath, faceStrokes, faceThings, outlinePath, type FaceStroke } from '~~/core/face'
import { CLEAR_TINT } from '~~/core/pot'
import { planOf } from '~~/core/size'
import type { Recipe } from '~~/core/trade'

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
const outline = computed(() => outlinePath(plan.value))
const titleOf = ({ cup, how, where }: FaceStroke) =>
  `${cup}, ${HOW_WORDS[how]}${where === '' ? '' : ` ${where}`}`
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
      :aria-label="`The face: ${strokes.map(titleOf).join(', then ') || 'not poured yet'}`"
      @click="press"
    >
      <defs>
        <clipPath :id="clip">
          <path :d="outline" />
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
          <title>{{ titleOf(stroke) }}</title>
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
            :d="bandPath(stroke.form, plan)"
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
        <path :d="outline" />
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
