<script setup lang="ts">
import type { RunState } from '~~/core/run'
import type { RunView } from '~~/shared/types/runs'
import type { BenchRun } from '~/composables/useBenchRun'

/** The step that a run has come to, readable across the room. */
const { at, run, state } = defineProps<{ at: BenchRun; run: RunView; state: RunState }>()
const {
  shows,
  grain,
  before,
  now,
  until,
  isScraping,
  isPouring,
  cups,
  pours,
  racks,
  plannedRack,
  placeId,
} = toRefs(at)
const step = computed(() => state.step)
</script>

<template>
  <section
    class="grid content-center justify-items-center gap-[3vh] text-center"
    aria-live="polite"
  >
    <WeighStep
      v-if="step.kind === 'weigh'"
      v-model="shows"
      :step="step"
      :grain="grain"
      :before="before"
    />
    <BottleChoice v-if="step.kind === 'weigh'" :at="at" />
    <template v-else-if="step.kind === 'stir'">
      <p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">
        Stir slowly for {{ writtenNumber(step.minutes, 0) }} minutes; scrape sides, bottom and stick
        every minute
      </p>
      <p v-if="isScraping" role="status" class="bg-hands-wash px-6 text-[clamp(2rem,5vw,4rem)]">
        Scrape now: sides, bottom, stick
      </p>
      <BenchClock v-if="until" class="text-[clamp(5rem,17vw,13rem)]" :until="until" :now="now" />
    </template>
    <template v-else-if="step.kind === 'rest'"
      ><p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">Let it rest; the cup begins to feel warm</p>
      <BenchClock class="text-[clamp(5rem,17vw,13rem)]" :until="step.until" :now="now"
    /></template>
    <template v-else-if="step.kind === 'pour'"
      ><p class="text-[clamp(1.8rem,5vw,4rem)]">
        {{
          step.startedAt
            ? `Pour ${run.pieces} ${run.pieces === 1 ? 'piece' : 'pieces'}, ${pours.length > 0 ? 'in this order' : 'narrow parts first'}`
            : 'Ready to pour'
        }}
      </p></template
    >
    <template v-else-if="step.kind === 'heat'"
      ><p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">
        Heat pass {{ step.index + 1 }} of {{ run.targets.heatAfterMin.length }}: keep it moving
      </p>
      <BenchClock class="text-[clamp(5rem,17vw,13rem)]" :until="step.dueAt" :now="now"
    /></template>
    <template v-else-if="step.kind === 'cure'">
      <p class="text-[clamp(1.4rem,3.4vw,2.6rem)]">Where do the pieces lie?</p>
      <div class="flex flex-wrap justify-center gap-3" role="group" aria-label="Rack">
        <button
          v-for="rack in racks"
          :key="rack.id"
          type="button"
          class="h-24 min-w-44 border-2 px-5 text-xl"
          :class="placeId === rack.id ? 'border-ink bg-act text-act-ink' : 'border-firm'"
          :aria-pressed="placeId === rack.id"
          @click="placeId = rack.id"
        >
          {{ rack.name
          }}<span v-if="rack.id === plannedRack" class="block text-base opacity-80"
            >as planned</span
          >
        </button>
      </div>
    </template>
    <template v-else-if="step.kind === 'done'"
      ><p class="text-[clamp(1.8rem,5vw,4rem)]">Pot {{ run.letter }} is poured and curing.</p>
      <NuxtLink to="/racks" class="press text-xl">See it on the racks</NuxtLink></template
    >
    <template v-else
      ><p class="text-[clamp(1.8rem,5vw,4rem)]">Pot {{ run.letter }} was given up.</p>
      <p class="max-w-prose text-lg text-soft">
        Let it cure where it can do no harm; another pot waits for its pieces.
      </p></template
    >
    <SplitList
      v-if="cups.length > 0 && (step.kind === 'stir' || step.kind === 'rest')"
      :cups="cups"
    />
    <PourList
      v-if="pours.length > 0 && (step.kind === 'rest' || step.kind === 'pour')"
      :pours="pours"
      :done="state.poured"
      :tellable="isPouring"
      large
      aria-label="Pours, in order"
      @poured="at.poured($event)"
    />
    <p
      v-if="state.shortMl && ['stir', 'rest', 'pour'].includes(step.kind)"
      role="alert"
      class="max-w-3xl border-l-4 border-hands bg-hands-wash px-4 py-2 text-xl"
    >
      The mix is {{ figure(state.shortMl, 'ml', 0) }} short of the
      {{ figure(run.targets.needMl, 'ml', 0) }} that this pot needs. Take back and weigh both parts
      again, or pour piece by piece and mix the rest once it runs short.
    </p>
    <p v-if="state.extraMl > 0" role="status" class="text-xl">
      {{ figure(state.extraMl, 'ml', 0) }} more of the same were mixed since it ran short
    </p>
    <p
      v-if="
        state.ratioErrorPct !== null &&
        step.kind !== 'weigh' &&
        !['done', 'spoiled'].includes(step.kind)
      "
      class="text-xl text-soft"
    >
      the mix is {{ writtenNumber(Math.abs(state.ratioErrorPct), 2) }} % off the ratio, within
      {{ writtenNumber(run.targets.resin.tolerancePct, 1) }} %
    </p>
  </section>
</template>
