<script setup lang="ts">
import type { PieceRow } from '~~/shared/types/pieces'
import type { PlaceRow } from '~~/shared/types/workshop'
import { clockOfDay } from '~/utils/clockOfDay'
import { RACK_DEPTH_CM } from '~/utils/rackDepth'

/**
 * A rack from above: the pieces at their footprint, how far each has cured, and the level room that
 * is left.
 */
const { place, pieces, now, chosen, widestCm } = defineProps<{
  place: PlaceRow
  pieces: readonly PieceRow[]
  now: number
  chosen: number | null
  /** The longest rack, so that all are drawn to one scale. */
  widestCm: number
}>()
const emit = defineEmits<{ choose: [id: number] }>()

const widthCm = computed(() => place.areaCm2 / RACK_DEPTH_CM)
interface Laid {
  piece: PieceRow
  x: number
  y: number
  side: number
  share: number
}

/**
 * Shelves filled from the left, each piece as a square of its area: a picture of room, not of the
 * exact spots. Where squares do not pack as tightly as hands do, all are drawn a little smaller.
 */
const laid = computed(() => {
  const list: Laid[] = []
  let [x, y, shelf] = [1, 1, 0]
  for (const piece of [...pieces].sort((a, b) => b.footprintCm2 - a.footprintCm2)) {
    const side = Math.sqrt(piece.footprintCm2)
    if (y + side > RACK_DEPTH_CM && y > 1) {
      x += shelf + 1.4
      y = 1
      shelf = 0
    }
    const full = piece.openings.find((opening) => opening.milestone === 'full')
    const [from, to] = [Date.parse(piece.curedFrom), Date.parse(full?.at ?? piece.curedFrom)]
    list.push({
      piece,
      x,
      y,
      side,
      share: to > from ? Math.max(0, Math.min(1, (now - from) / (to - from))) : 1,
    })
    y += side + 1.4
    shelf = Math.max(shelf, side)
  }
  const reached = x + shelf + 1
  const fits = Math.min(1, widthCm.value / reached)
  return list.map((one) => ({ ...one, x: one.x * fits, y: one.y * fits, side: one.side * fits }))
})
/** How warm a heated box is, and when. */
const boxWords = computed(() => {
  if (!('boxC' in place.climate)) return ''
  const { boxC, runs } = place.climate
  return `, ${boxC} °C${runs ? ` from ${clockOfDay(runs.fromMin)} to ${clockOfDay(runs.untilMin)}` : ''}`
})
const used = computed(() => pieces.reduce((sum, piece) => sum + piece.footprintCm2, 0))
</script>

<template>
  <figure>
    <figcaption class="mb-0.5 flex flex-wrap justify-between gap-x-3">
      <span class="font-semibold">{{ place.name }}</span><span class="text-soft"
        >{{ place.roomName }}{{ boxWords }} ·
        {{ ownFigure(Math.max(0, place.areaCm2 - used), 'cm²', 0).text }} of
        {{ figure(place.areaCm2, 'cm²', 0) }} free</span
      >
    </figcaption>
    <svg
      :viewBox="`0 0 ${widthCm} ${RACK_DEPTH_CM}`"
      class="block"
      :style="{ width: `${(100 * widthCm) / widestCm}%` }"
      preserveAspectRatio="xMinYMin meet"
      role="group"
      :aria-label="`${place.name} from above`"
    >
      <rect
        x="0.4"
        y="0.4"
        :width="widthCm - 0.8"
        :height="RACK_DEPTH_CM - 0.8"
        fill="var(--sheet)"
        stroke="var(--firm)"
        stroke-width="0.6"
      />
      <g
        v-for="one in laid"
        :key="one.piece.id"
        role="button"
        tabindex="0"
        class="cursor-pointer"
        :aria-label="`${one.piece.recipeName} ${one.piece.number}, ${one.piece.state}, cured ${Math.round(one.share * 100)} %`"
        :aria-pressed="one.piece.id === chosen"
        @click="emit('choose', one.piece.id)"
        @keydown.enter.prevent="emit('choose', one.piece.id)"
        @keydown.space.prevent="emit('choose', one.piece.id)"
      >
        <title>{{ one.piece.recipeName }} {{ one.piece.number }}, {{ one.piece.orderTitle }}</title>
        <rect
          :x="one.x"
          :y="one.y"
          :width="one.side"
          :height="one.side"
          :fill="one.piece.tint || 'var(--sunk)'"
          fill-opacity="0.32"
        />
        <rect
          :x="one.x"
          :y="one.y + one.side * (1 - one.share)"
          :width="one.side"
          :height="one.side * one.share"
          :fill="one.piece.tint || 'var(--sunk)'"
        />
        <rect
          :x="one.x"
          :y="one.y"
          :width="one.side"
          :height="one.side"
          fill="none"
          stroke="var(--ink)"
          :stroke-width="one.piece.id === chosen ? 1.6 : 0.35"
        />
      </g>
    </svg>
  </figure>
</template>
