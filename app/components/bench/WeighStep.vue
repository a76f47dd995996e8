<script setup lang="ts">
import { decimalsOfStep } from '~~/core/mix'
import type { RunStep } from '~~/core/run'

/**
 * Weighing one part: the target in large figures, and what the scale really shows, set without
 * typing.
 */
const { step, grain, before } = defineProps<{
  step: Extract<RunStep, { kind: 'weigh' }>
  /** The smallest digit or mark of the device. */
  grain: number
  /** What the display already shows before this part. */
  before: number
}>()
const shows = defineModel<number>({ required: true })
const decimals = computed(() => decimalsOfStep(grain))
const nudge = (by: number) =>
  (shows.value = Math.max(before, Math.round((shows.value + by) / grain) * grain))
/** In the maker's own unit, with the digits that the device shows. */
const own = (value: number) => ownFigure(value, step.unit, decimals.value)
const off = computed(() => shows.value - step.readTo)
/** Nearer than half a digit is as near as the device can tell. */
const isExact = computed(() => Math.abs(off.value) < Math.max(1e-9, grain / 2 - 1e-9))
</script>

<template>
  <div class="flex flex-col items-center gap-[2vh]">
    <p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">
      <span v-if="step.isTopUp" class="text-hands">Ratio is off. Add </span><span v-else>Pour </span
      ><strong>part {{ step.part.toUpperCase() }}</strong> until it shows
    </p>
    <p class="text-[clamp(4.5rem,15vw,11rem)] font-semibold leading-none">
      {{ own(step.readTo).text
      }}<span class="ml-3 text-[0.35em] font-normal text-soft">{{ own(step.readTo).unit }}</span>
    </p>
    <div
      class="grid grid-cols-4 items-center gap-3 text-[clamp(1.1rem,2.2vw,1.7rem)] sm:flex"
      role="group"
      aria-label="What it really shows"
    >
      <button
        type="button"
        class="quiet h-20 w-20 p-0"
        :aria-label="`${grain * 10} less`"
        @click="nudge(-grain * 10)"
      >
        −−
      </button>
      <button
        type="button"
        class="quiet h-20 w-20 p-0"
        :aria-label="`${grain} less`"
        @click="nudge(-grain)"
      >
        −
      </button>
      <p class="text-center max-sm:order-first max-sm:col-span-4 sm:min-w-56" aria-live="polite">
        it shows <strong class="text-[1.5em]">{{ own(shows).text }}</strong><br /><span
          :class="isExact ? 'text-soft' : 'text-soon'"
          >{{ isExact ? 'exactly' : `${off > 0 ? '+' : '−'}${own(Math.abs(off)).text}` }}</span
        >
      </p>
      <button
        type="button"
        class="quiet h-20 w-20 p-0"
        :aria-label="`${grain} more`"
        @click="nudge(grain)"
      >
        +
      </button>
      <button
        type="button"
        class="quiet h-20 w-20 p-0"
        :aria-label="`${grain * 10} more`"
        @click="nudge(grain * 10)"
      >
        ++
      </button>
    </div>
  </div>
</template>
