<script setup lang="ts">
import type { Point } from '~~/core/geometry'
import type { Shape } from '~~/core/size'
import { readSvg, type SvgOutline } from '~/utils/svgOutline'
import { allSaid } from '~~/shared/words'

/** The outline of a mould or a board from an SVG file, with straight sides. */
const emit = defineEmits<{ sized: [shape: Shape | null, from: string] }>()
const MOST_BYTES = 5_000_000
/**
 * Finer than the contract's default: a hole of 40 mm would be off by a third of a per cent with
 * that.
 */
const FLATTEN_MM = 0.005
const file = ref('')
const refused = ref('')
const drawing = ref<SvgOutline | null>(null)
const mmPerUnit = ref<number | undefined>(undefined)
const heightMm = ref<number | undefined>(15)

async function open(files: FileList | null): Promise<void> {
  const chosen = files?.[0]
  if (!chosen) return
  refused.value = ''
  drawing.value = null
  if (chosen.size > MOST_BYTES) {
    refused.value = `“${chosen.name}” is larger than 5 MB.`
    return
  }
  const read = readSvg(await chosen.text())
  if (!read.ok) {
    refused.value = read.message
    return
  }
  file.value = chosen.name
  drawing.value = read.value
  mmPerUnit.value = read.value.mmPerUnit ?? mmPerUnit.value
}

const { measured, working } = useOutline(() => {
  const scale = mmPerUnit.value
  return drawing.value && scale && scale > 0
    ? { svgPath: drawing.value.path, scale: { units: 1, mm: scale }, flattenMm: FLATTEN_MM }
    : null
})
const rings = computed<Point[][]>(() => {
  if (!measured.value?.ok) return []
  const { points } = measured.value.value
  return (typeof points[0]?.[0] === 'number' ? [points] : points) as Point[][]
})
const complaint = computed(() => {
  if (refused.value) return refused.value
  if (measured.value && !measured.value.ok) return `The path ${allSaid(measured.value.issues)}.`
  return measured.value?.ok && measured.value.value.crosses
    ? 'The outline crosses or touches itself, so its inside is not clear; mend it in the drawing.'
    : ''
})
const box = computed(() => {
  const points = rings.value.flat()
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const [x, y] of points) {
    left = Math.min(left, x)
    right = Math.max(right, x)
    top = Math.min(top, y)
    bottom = Math.max(bottom, y)
  }
  return { left, top, width: right - left, height: bottom - top }
})
/** Straight sides over the outline; with holes only the content is known. */
const shape = computed<Shape | null>(() => {
  const height = heightMm.value
  if (!measured.value?.ok || measured.value.value.areaCm2 === null || !height || !(height > 0))
    return null
  if (rings.value.length === 1)
    return { kind: 'polygon', points: rings.value[0] as Point[], heightMm: height }
  return {
    kind: 'measured',
    capacityMl: (measured.value.value.areaCm2 * height) / 10,
    heightMm: height,
  }
})
watch(shape, (value) => emit('sized', value, `the drawing “${file.value}”`))
</script>

<template>
  <div>
    <p class="text-soft">
      An SVG file with the outline of the inside, from any drawing program. Shapes inside another
      are holes.
    </p>
    <label class="quiet mt-3 inline-grid cursor-pointer place-content-center"
      >Choose the drawing<input
        type="file"
        accept=".svg,image/svg+xml"
        class="sr-only"
        @change="open(($event.target as HTMLInputElement).files)"
    /></label>
    <p v-if="working" role="status" class="mt-2 text-soft">Working out the outline …</p>
    <p v-if="complaint" role="alert" class="wrong mt-2">{{ complaint }}</p>
    <template v-if="drawing">
      <div class="mt-3 grid gap-3 sm:grid-cols-2">
        <FieldNumber
          v-model="mmPerUnit"
          label="one unit of the drawing is"
          unit="mm"
          :error="mmPerUnit === undefined ? 'the drawing does not say; write it down' : undefined"
        />
        <FieldNumber v-model="heightMm" label="height of its sides" unit="mm" />
      </div>
      <figure v-if="rings.length > 0" class="sheet mt-3 p-3">
        <svg
          :viewBox="`${box.left - 3} ${box.top - 3} ${box.width + 6} ${box.height + 6}`"
          class="mx-auto block max-h-64 w-full"
          role="img"
          :aria-label="`The outline of ${file}`"
        >
          <path
            :d="rings.map((ring) => `M${ring.map((point) => point.join(' ')).join('L')}Z`).join('')"
            fill="var(--sunk)"
            fill-rule="evenodd"
            stroke="var(--ink)"
            stroke-width="1.2"
            vector-effect="non-scaling-stroke"
          />
        </svg>
        <figcaption v-if="measured?.ok" class="mt-1 text-soft">
          {{ ownFigure(box.width, 'mm', 1).text }} × {{ figure(box.height, 'mm', 1) }},
          {{
            measured.value.areaCm2 === null
              ? 'area not clear'
              : figure(measured.value.areaCm2, 'cm²', 2)
          }}, edge {{ figure(measured.value.perimeterMm, 'mm', 0) }}
        </figcaption>
      </figure>
    </template>
  </div>
</template>
