<script setup lang="ts">
import type { PotCup } from '~~/core/pot'
import { cupParts, doseFigures, wettedFirst } from '~/utils/cupDoses'

/** A pot's cups side by side in their tints, each to its level, with what goes into it. */
const { cups } = defineProps<{ cups: readonly PotCup[] }>()
const workshop = useWorkshopStore()

const BOX = { width: 74, height: 84, floor: 80, top: 8 }
const LEAST_LEVEL = 8
const mostMl = computed(() => Math.max(1, ...cups.map((cup) => cup.finishedMl)))
const levelOf = (cup: PotCup) =>
  Math.max(LEAST_LEVEL, ((BOX.floor - BOX.top - 6) * cup.finishedMl) / mostMl.value)
/** The walls lean outwards: half the width at a height above the floor. */
const halfAt = (height: number) => 22 + (12 * height) / (BOX.floor - BOX.top)
const liquid = (cup: PotCup) => {
  const level = levelOf(cup)
  return `M${37 - 22} ${BOX.floor}L${37 - halfAt(level)} ${BOX.floor - level}H${37 + halfAt(level)}L${37 + 22} ${BOX.floor}Z`
}
const wall = `M${37 - 34} ${BOX.top}L${37 - 22} ${BOX.floor}H${37 + 22}L${37 + 34} ${BOX.top}`
const notesOf = (cup: PotCup) =>
  [
    cup.layers.length > 0 && cup.layers[0] !== cup.name ? `for ${cup.layers.join(', ')}` : '',
    cup.over === 'set' ? 'kept on top' : cup.over === 'batch' ? 'kept on top, once' : '',
    cup.isMixingCup ? 'stays in the mixing cup' : '',
    cup.isOpen ? 'by eye' : '',
    cup.stir === 'through' || (cup.received.length === 0 && cup.pigments.length === 0)
      ? ''
      : STIR_WORDS[cup.stir],
  ].filter(Boolean)
</script>

<template>
  <ul class="flex flex-wrap gap-x-5 gap-y-4" aria-label="Cups">
    <li v-for="cup in cups" :key="cup.id" class="w-36">
      <svg
        :viewBox="`0 0 ${BOX.width} ${BOX.height}`"
        class="h-20"
        role="img"
        :aria-label="`${cup.name}: ${figure(cup.finishedMl, 'ml', 0)}`"
      >
        <path :d="liquid(cup)" :fill="cup.tint" />
        <path :d="wall" fill="none" stroke="var(--ink)" stroke-width="1.6" />
      </svg>
      <p class="leading-tight">
        <strong>{{ cup.name }}</strong><br /><span
          v-if="cup.takenMl > 0"
          class="text-lg font-semibold"
          >{{ figure(cup.takenMl, 'ml', 1) }}</span
        ><span v-else class="text-soft">nothing of the mix</span>
      </p>
      <p v-for="part in cupParts(cup)" :key="part" class="leading-tight">{{ part }}</p>
      <p v-if="cup.doses === null" class="wrong leading-tight">
        the resin’s densities are needed to weigh its pigments
      </p>
      <p
        v-else-if="cup.doses.length === 0 && cup.received.length === 0"
        class="leading-tight text-soft"
      >
        clear: nothing goes in
      </p>
      <p v-for="dose in cup.doses ?? []" :key="dose.pigmentId" class="leading-tight">
        {{ dose.name }}<br /><strong>{{ doseFigures(dose) || 'by eye' }}</strong
        ><span v-if="wettedFirst(dose)" class="block text-soft">{{ wettedFirst(dose) }}</span>
      </p>
      <p
        v-if="cup.loadPct !== null && cup.loadPct > workshop.pigmentCapPct + 1e-9"
        class="wrong leading-tight"
      >
        {{ writtenNumber(cup.loadPct, 1) }} % is over the usual cap of
        {{ writtenNumber(workshop.pigmentCapPct, 1) }} %
      </p>
      <p v-for="note in notesOf(cup)" :key="note" class="leading-tight text-soft">{{ note }}</p>
    </li>
  </ul>
</template>
