<script setup lang="ts">
import { GripVertical, Scissors } from '@lucide/vue'
import { VueDraggable } from 'vue-draggable-plus'
import { tintOfLayer } from '~~/core/pot'
import { pieceRange } from '~~/shared/potTitle'
import type { Pot, PotPortion } from '~~/shared/types/pots'
import type { JudgedPot, TablePot } from '~/composables/useGathering'
import { issueWords } from '~~/shared/words'

/**
 * One pot on the table: how full and how busy it is, what it pours, and what breaks. Its layers are
 * dragged, or moved by choice.
 */
const { judged, others, letterOf, readings, apart } = defineProps<{
  judged: JudgedPot
  /** The pots of the same resin that a layer can be moved to. */
  others: readonly TablePot[]
  letterOf: (pot: TablePot) => Pick<Pot, 'letter' | 'tint'>
  /** Both parts on this maker's device, in order. */
  readings: string
  /** The days that the plan had its layers on, where they are several. */
  apart: string
}>()
const emit = defineEmits<{
  move: [portion: PotPortion, to: TablePot | null]
  halve: [portion: PotPortion]
  dragged: []
}>()
const portions = defineModel<PotPortion[]>({ required: true })
const workshop = useWorkshopStore()

const breaks = computed(() => judged.problems.some((problem) => problem.breaks))
const share = (value: number, most: number) => Math.min(1, value / most)
const tintOfPortion = (portion: PotPortion) => tintOfLayer(portion.layer, workshop.pigments)
const choose = (portion: PotPortion, event: Event) => {
  const select = event.target as HTMLSelectElement
  const to = others.find((pot) => String(pot.key) === select.value) ?? null
  emit('move', portion, select.value === 'new' ? null : to)
}
</script>

<template>
  <section
    class="sheet p-3"
    :class="breaks ? 'border-l-4 border-l-hands' : ''"
    :aria-label="`Pot ${letterOf(judged.pot).letter}`"
  >
    <div class="flex items-start gap-3">
      <PotMark :letter="letterOf(judged.pot).letter" :tint="letterOf(judged.pot).tint" />
      <div v-if="judged.figures && judged.resin" class="min-w-0 flex-1">
        <p>
          <strong>{{ figure(judged.figures.needMl, 'ml', 0) }}</strong>{{ ' ' }}
          <span class="text-soft">of {{ writtenNumber(judged.resin.maxMixMl, 0) }}</span
          >, <strong>{{ writtenNumber(judged.figures.busyMin, 0) }} min</strong>{{ ' ' }}
          <span class="text-soft"
            >of {{ writtenNumber(judged.figures.workMin, 0) }} the cup gives</span
          >
        </p>
        <svg
          viewBox="0 0 300 15"
          class="mt-0.5 block w-full"
          aria-hidden="true"
          preserveAspectRatio="none"
        >
          <rect x="0.5" y="0.5" width="299" height="5" fill="var(--shift)" stroke="var(--hair)" />
          <rect
            x="0.5"
            y="0.5"
            :width="299 * share(judged.figures.needMl, judged.resin.maxMixMl)"
            height="5"
            :fill="
              judged.figures.needMl > judged.resin.maxMixMl
                ? 'var(--hands)'
                : letterOf(judged.pot).tint
            "
            stroke="var(--ink)"
            stroke-width="0.5"
          />
          <rect x="0.5" y="9" width="299" height="5" fill="var(--shift)" stroke="var(--hair)" />
          <rect
            x="0.5"
            y="9"
            :width="299 * share(judged.figures.busyMin, judged.figures.workMin)"
            height="5"
            :fill="judged.figures.busyMin > judged.figures.workMin ? 'var(--hands)' : 'var(--firm)'"
          />
        </svg>
        <p class="text-soft">{{ readings }}</p>
      </div>
    </div>
    <VueDraggable
      v-model="portions"
      tag="ul"
      group="portions"
      handle=".grip"
      :animation="120"
      class="mt-2 min-h-6"
      @end="emit('dragged')"
    >
      <li
        v-for="portion in portions"
        :key="`${portion.lineId}/${portion.layer.id}/${portion.firstPiece}`"
        class="grid grid-cols-[1.4rem_1rem_minmax(0,1fr)_auto] items-center gap-2 border-t border-hair py-1"
      >
        <span class="grip cursor-grab touch-none text-soft" title="Drag to another pot"
          ><GripVertical :size="18"
        /></span>
        <span class="size-3.5 border border-ink" :style="{ background: tintOfPortion(portion) }" />
        <span class="min-w-0 leading-tight"
          >{{ portion.recipeName }}, {{ portion.layer.name }}
          <span class="text-soft"
            >{{ pieceRange(portion) }} · {{ figure(portion.pouredMl, 'ml', 0) }} ·
            {{ portion.orderTitle }}</span
          ></span
        >
        <span class="flex items-center gap-1">
          <button
            v-if="portion.pieces > 1"
            type="button"
            class="quiet slim"
            :aria-label="`Halve ${portion.recipeName}, ${portion.layer.name}`"
            title="Halve"
            @click="emit('halve', portion)"
          >
            <Scissors :size="15" />
          </button>
          <select
            class="entry slim w-auto"
            :aria-label="`Move ${portion.recipeName}, ${portion.layer.name}, ${pieceRange(portion)} to another pot`"
            @change="choose(portion, $event)"
          >
            <option value="" selected>to …</option>
            <option v-for="pot in others" :key="pot.key" :value="pot.key">
              pot {{ letterOf(pot).letter }}
            </option>
            <option v-if="portions.length > 1" value="new">a new pot</option>
          </select>
        </span>
      </li>
    </VueDraggable>
    <div v-if="judged.problems.length > 0 || apart" role="status">
      <ul class="mt-1">
        <li v-if="apart" class="text-soon">
          △ planned for {{ apart }}: in one pot they wait for the last
        </li>
        <li
          v-for="problem in judged.problems"
          :key="problem.code + problem.path"
          :class="problem.breaks ? 'font-semibold text-hands' : 'text-soon'"
        >
          {{ problem.breaks ? '▲ ' : '△ ' }}{{ inOwnWords(issueWords(problem)) }}
        </li>
      </ul>
    </div>
  </section>
</template>
