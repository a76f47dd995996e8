<script setup lang="ts">
import type { Join } from '~~/core/trade'
import type { CutLayer } from '~/composables/useCutaway'

/** Name, depth and joint of each layer beside its cut, each with a line to where it lies. */
const { layers, edge, isTight } = defineProps<{
  layers: readonly CutLayer[]
  /** Where the piece ends on the right. */
  edge: number
  isTight: boolean
}>()
const emit = defineEmits<{ choose: [index: number] }>()
const JOIN_WORDS: Record<Join, string> = {
  tack: 'while tacky',
  sand: 'on a sanded face',
  either: 'tacky or sanded',
  plain: 'on the hard layer',
  wet: 'while it is wet',
}
const LIES_WORDS = { up: '', down: ', underneath', edge: ', on the edges' }
const SHORT = 22
const shortened = (name: string) => (name.length > SHORT ? `${name.slice(0, SHORT - 1)}…` : name)
const thicknessOf = ({ coat, fromMm, toMm }: CutLayer) =>
  `${figure(coat?.mm ?? toMm - fromMm, 'mm', 1)}${coat ? LIES_WORDS[coat.lies] : ''}`
</script>

<template>
  <g
    v-for="layer in layers"
    :key="layer.index"
    class="cursor-pointer"
    @click="emit('choose', layer.index)"
  >
    <path
      :d="`M${layer.edgeX} ${layer.middleY}H${edge + 12}L${edge + 34} ${layer.labelY}H${edge + 42}`"
      fill="none"
      stroke="var(--firm)"
    />
    <text :x="edge + 48" :y="layer.labelY - 2" font-size="14" font-weight="650" fill="var(--ink)">
      {{ isTight ? shortened(layer.name) : layer.name }}
      <tspan v-if="isTight" font-weight="400" fill="var(--soft)">
        {{ thicknessOf(layer) }}
      </tspan>
    </text>
    <text v-if="!isTight" :x="edge + 48" :y="layer.labelY + 14" font-size="13" fill="var(--soft)">
      {{ thicknessOf(layer) }}{{ layer.joins ? `, ${JOIN_WORDS[layer.joins]}` : '' }}
    </text>
  </g>
</template>
