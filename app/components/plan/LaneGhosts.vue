<script setup lang="ts">
import type { Carried, Verdict } from '~/composables/useCarrying'
import type { outlinesOf, heldBox } from '~/utils/laneGhosts'

/** Where tasks lie elsewhere: in the plan that holds, in somebody's hand, or if it were let go. */
const { outlines, held, carried, verdict, tint, clockOf } = defineProps<{
  outlines: ReturnType<typeof outlinesOf>
  held: ReturnType<typeof heldBox>
  carried: Carried | null
  verdict: Verdict
  /** The colour of what is in hand. */
  tint: string | undefined
  clockOf: (ms: number) => string
}>()
const heldInk = computed(() => (verdict && !verdict.possible ? 'var(--hands)' : 'var(--ink)'))
</script>

<template>
  <g pointer-events="none">
    <rect
      v-for="outline in outlines"
      :key="outline.key"
      v-bind="outline.box"
      fill="none"
      stroke="var(--ink)"
      :stroke-width="outline.isAfter ? 1.8 : 0.9"
      :stroke-dasharray="outline.isAfter ? '5 3' : '2 2'"
    />
    <g v-if="held && carried">
      <rect v-bind="held.box" :fill="tint ?? 'var(--sheet)'" :stroke="heldInk" stroke-width="3" />
      <text :x="held.box.x" :y="held.box.y - 4" font-size="12" font-weight="650" :fill="heldInk">
        {{ clockOf(carried.startMs) }}
      </text>
    </g>
  </g>
</template>
