<script setup lang="ts">
import { STEP_WORDS } from '~~/shared/words'
import type { RunState } from '~~/core/run'
import type { RunView } from '~~/shared/types/runs'

/** Which pot it is, where its run stands, the cup's clock, and what the device has kept. */
const { run, state, now, atIt } = defineProps<{
  run: RunView
  state: RunState
  now: number
  /** Who is at it, where that is somebody else. */
  atIt: string | null
}>()
const bench = useBenchStore()
/** What is done with a pot, in order. */
const TRACK = ['weigh', 'stir', 'rest', 'pour', 'heat', 'cure'] as const
const reached = computed(() => TRACK.findIndex((kind) => kind === state.step.kind))
</script>

<template>
  <header class="flex items-start gap-x-5 gap-y-2 max-sm:flex-wrap">
    <PotMark :letter="run.letter" :tint="run.tint" large />
    <div class="min-w-0 flex-1 max-sm:basis-52">
      <h1 class="text-[clamp(1.4rem,3vw,2.3rem)]">{{ run.title }}</h1>
      <p class="text-lg text-soft">
        {{ run.pieces }} {{ run.pieces === 1 ? 'piece' : 'pieces' }}, {{ run.resinName }},
        {{ figure(run.targets.needMl, 'ml', 0) }}{{ atIt ? `; ${atIt} is at it` : '' }}
      </p>
      <ol class="mt-2 flex flex-wrap gap-x-5 text-soft" aria-label="Steps of this run">
        <li
          v-for="(kind, i) in TRACK"
          :key="kind"
          :class="
            i === reached ? 'font-semibold text-ink underline underline-offset-8 decoration-2' : ''
          "
          :aria-current="i === reached ? 'step' : undefined"
        >
          {{ STEP_WORDS[kind] }}
        </li>
      </ol>
    </div>
    <div class="text-right max-sm:w-full max-sm:text-left">
      <RunningClocks :except="run.potId" class="mb-2" />
      <p v-if="state.workableUntil && !state.pourEndedAt" class="text-lg">
        <span class="text-soft">cup workable for</span
        ><BenchClock class="text-4xl" :until="state.workableUntil" :now="now" />
      </p>
      <BenchWarmth
        v-if="state.bench && !state.pourEndedAt"
        :bench="state.bench"
        @measured="bench.record({ kind: 'measured', tempC: $event, at: nowMs() })"
      />
      <p v-if="bench.offline" role="status" class="text-hands">
        no network: {{ bench.waiting.length }} kept on this device
      </p>
      <div v-if="bench.refused.length > 0" role="alert" class="max-w-[36ch] text-lg text-hands">
        <p v-for="entry in bench.refused" :key="entry.seq">{{ entry.refused }}</p>
        <button type="button" class="quiet slim mt-1" @click="bench.understood()">
          Understood
        </button>
      </div>
    </div>
  </header>
</template>
