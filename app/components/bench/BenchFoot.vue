<script setup lang="ts">
import type { RunState } from '~~/core/run'
import type { RunView } from '~~/shared/types/runs'
import type { BenchRun } from '~/composables/useBenchRun'

/** The one big button, and what else can be told; in sight however much there is to read above it. */
const { at, run, state } = defineProps<{ at: BenchRun; run: RunView; state: RunState }>()
const emit = defineEmits<{ leave: [] }>()
const isOver = computed(() => state.step.kind === 'done' || state.step.kind === 'spoiled')
</script>

<template>
  <footer class="sticky bottom-0 z-10 -mx-4 space-y-3 bg-ground px-4 pt-2 pb-1 sm:-mx-6 sm:px-6">
    <BenchStops :at="at" />
    <button
      v-if="at.main"
      type="button"
      class="press h-[clamp(5rem,14vh,9rem)] w-full text-[clamp(1.6rem,4vw,3rem)]"
      :disabled="at.isBouncing || at.cautions.stops.length > 0"
      @click="at.act()"
    >
      {{ at.main.label }}
    </button>
    <div
      class="flex items-center gap-3 overflow-x-auto [@media(min-width:40rem)_and_(min-height:32rem)]:flex-wrap [&>button]:shrink-0"
      role="group"
      aria-label="What else can be told"
    >
      <button type="button" class="quiet h-14 px-6" :disabled="!at.canUndo" @click="at.undo()">
        Take back (U)
      </button>
      <button
        v-if="at.isPouring"
        type="button"
        class="quiet h-14 px-6"
        @click="at.record({ kind: 'pourEnded', at: nowMs() })"
      >
        All poured
      </button>
      <button v-if="!isOver" type="button" class="quiet h-14 px-6" @click="at.ask('give up')">
        Give this pot up
      </button>
      <button v-if="!isOver" type="button" class="quiet h-14 px-6" @click="at.ask('hand over')">
        Hand over
      </button>
      <button
        v-if="state.step.kind === 'heat'"
        type="button"
        class="quiet h-14 px-6"
        @click="at.ask('skip')"
      >
        Leave this pass out
      </button>
      <button
        v-if="state.step.kind === 'pour' && state.step.startedAt"
        type="button"
        class="quiet h-14 px-6"
        @click="at.ask('ran short')"
      >
        It ran short
      </button>
      <button
        v-if="state.step.kind === 'heat' || state.step.kind === 'cure'"
        type="button"
        class="quiet h-14 px-6"
        @click="at.ask('left over')"
      >
        Something is left
      </button>
      <button type="button" class="quiet h-14 px-6" @click="emit('leave')">Leave (Esc)</button>
    </div>
  </footer>
  <GiveUp :open="at.asking === 'give up'" @close="at.ask(null)" @give-up="at.spoil" />
  <HandOver
    :open="at.asking === 'hand over'"
    :person-id="state.handedTo ?? run.personId"
    @close="at.ask(null)"
    @over="at.handOver"
  />
  <RanShort
    :open="at.asking === 'ran short'"
    :targets="run.targets"
    :short-ml="state.shortMl"
    @close="at.ask(null)"
    @mixed="at.ranShort"
  />
  <LeftOver
    :open="at.asking === 'left over'"
    :targets="run.targets"
    @close="at.ask(null)"
    @poured="at.leftOver"
  />
  <BottleCode v-if="at.asking === 'bottle'" :at="at" />
  <SkipPass :open="at.asking === 'skip'" @close="at.ask(null)" @skip="at.skip" />
</template>
