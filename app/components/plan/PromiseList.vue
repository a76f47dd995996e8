<script setup lang="ts">
import { STARTING_CHANCE, USUAL_RUNS } from '~~/core/odds'
import { formatDuration } from '~~/core/units'
import type { PromiseRow } from '~~/shared/types/promises'

/** Every promise with how it fares, those first that fare worst. */
const { promises } = defineProps<{ promises: readonly PromiseRow[] }>()
const { dayAndClock } = useWhen()
const worst = ({ lateMin, readyAt, isMade }: PromiseRow) =>
  isMade ? -Infinity : readyAt === null ? Infinity : lateMin
const sorted = computed(() => [...promises].sort((x, y) => worst(y) - worst(x)))
const basis = computed(() => promises.find((promise) => promise.odds?.basis)?.odds?.basis)
const round = (value: number) => Math.round(value)
/** Where the odds come from: what the log has taught, and the starting values for the rest. */
const oddsWords = computed(() => {
  const hands = basis.value
    ? `what hands do differs by ${round(basis.value.handsPct)} % (learned from ${basis.value.pours} pours)`
    : `what hands do differs by ${STARTING_CHANCE.handsPct} %`
  const again = basis.value
    ? `of a hundred pieces ${round(basis.value.yieldPct)} turn out good (learned from ${basis.value.judged} judged)`
    : 'as often as the studio’s yield says'
  return `The plan is carried out ${USUAL_RUNS.toLocaleString('en')} times with chance: ${hands}, cures by ${STARTING_CHANCE.curesPct} % (nine in ten are done by their planned time, because cures are planned in the cold and for the slow ones among them), ${STARTING_CHANCE.absencePct} in 100 shifts are missed, and a piece that fails is made again after the rest, as soon as there is room for it: ${again}. What is not said to be learned is a starting value. Who has a window about to close stays on for up to ${STARTING_CHANCE.staysOnMin} min; else makers, places and the order of the work stay the plan’s, and nobody stands in for anybody, so the odds are on the careful side.`
})
</script>

<template>
  <details v-if="sorted.some((promise) => promise.odds)" class="mb-1 text-soft">
    <summary>how the odds are found</summary>
    <p>{{ oddsWords }}</p>
  </details>
  <p v-if="sorted.length === 0" class="text-soft">No accepted orders to plan.</p>
  <ul>
    <li v-for="promise in sorted" :key="promise.orderId" class="border-b border-hair py-1.5">
      <NuxtLink :to="`/orders/${promise.orderId}`" class="link font-semibold">{{
        promise.title
      }}</NuxtLink><br />
      <span class="text-soft">promised {{ dayAndClock(promise.promisedAt) }}</span
      ><br />
      <StateWord v-if="promise.readyAt === null" word="cannot be planned" stage="hands" />
      <span v-else-if="promise.isMade">all made</span>
      <StateWord
        v-else-if="promise.lateMin > 0"
        :word="`late by ${formatDuration(promise.lateMin)}`"
        stage="hands"
      />
      <span v-else>ready {{ dayAndClock(promise.readyAt) }}</span>
      <span v-if="promise.pieces" class="text-soft"
        >; {{ promise.pieces.inTime }} of {{ promise.pieces.planned }} pieces by then</span
      >
      <span v-if="promise.usesSand" class="text-soft">; sanded between layers</span>
      <span v-if="promise.usesBox" class="text-soft">; hardens in the heated box</span>
      <PromiseChance v-if="promise.odds" :odds="promise.odds" />
      <details v-if="promise.readyAt === null || promise.lateMin > 0">
        <summary class="text-soft">because</summary>
        <ol class="list-decimal pl-5">
          <li v-for="reason in promise.because" :key="reason">{{ reason }}</li>
        </ol>
      </details>
    </li>
  </ul>
</template>
