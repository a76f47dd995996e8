<script setup lang="ts">
import type { Defect, Mark } from '~~/core/rework'
import type { Front, Recipe } from '~~/core/trade'
import { FACE_WORDS } from '~/utils/faceWords'

/** One face of a piece with what is wrong on it; a press puts the chosen defect where it is. */
const {
  recipe,
  face,
  marks,
  front,
  placing = null,
  isJudged = false,
} = defineProps<{
  recipe: Recipe
  face: Front
  marks: readonly Mark[]
  /** Which face is the front. */
  front: Front
  /** What the next press marks. */
  placing?: Defect | null
  /** Whether marks and the front are settled here; else they are only shown. */
  isJudged?: boolean
}>()
const emit = defineEmits<{ place: [x: number, y: number]; off: [mark: Mark]; front: [] }>()
/** The back is bare: what was poured onto the face is not seen there. */
const drawn = computed<Recipe>(() =>
  face === front ? recipe : { ...recipe, layers: [], course: [] },
)
const own = computed(() => marks.filter((mark) => mark.face === face))
const R = 0.035
</script>

<template>
  <section
    :aria-label="`${FACE_WORDS[face]}${face === front ? ', the front' : ''}`"
    class="min-w-0"
  >
    <FaceDrawing
      v-slot="{ widthMm, lengthMm }"
      :recipe="drawn"
      :placing="placing !== null"
      @place="(x, y) => emit('place', x, y)"
    >
      <g
        v-for="(mark, i) in own"
        :key="i"
        :transform="`translate(${(mark.x * widthMm) / 2} ${(mark.y * lengthMm) / 2})`"
      >
        <title>{{ mark.defect }}</title>
        <circle
          :r="widthMm * R"
          fill="var(--sheet)"
          stroke="var(--hands)"
          :stroke-width="widthMm * 0.01"
        />
        <text
          text-anchor="middle"
          dominant-baseline="central"
          :font-size="widthMm * R * 1.3"
          fill="var(--ink)"
        >
          {{ i + 1 }}
        </text>
      </g>
    </FaceDrawing>
    <p class="mt-1 flex flex-wrap items-center justify-center gap-2">
      <span>{{ FACE_WORDS[face] }}</span>
      <span v-if="face === front" class="font-semibold">the front</span>
      <button v-else-if="isJudged" type="button" class="quiet slim" @click="emit('front')">
        This is the front
      </button>
    </p>
    <ol v-if="own.length > 0" class="mt-1 space-y-0.5">
      <li v-for="(mark, i) in own" :key="i" class="flex items-center gap-2">
        <span class="w-5 text-right text-soft">{{ i + 1 }}</span>
        <span class="font-semibold">{{ mark.defect }}</span>
        <button
          v-if="isJudged"
          type="button"
          class="link ml-auto"
          :aria-label="`Take ${mark.defect} off ${FACE_WORDS[face]}`"
          @click="emit('off', mark)"
        >
          take off
        </button>
      </li>
    </ol>
  </section>
</template>
