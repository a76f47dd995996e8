<script setup lang="ts">
import type { BenchRun } from '~/composables/useBenchRun'

/** From which bottle a part is poured: those that are taken stand first, another is one touch. */
const { at } = defineProps<{ at: BenchRun }>()
const { amountOf } = useShelf()
const { day } = useWhen()
const takenIds = computed(() => new Set(at.bottles.taken.map(({ id }) => id)))
const others = computed(() => at.bottles.offered.filter(({ id }) => !takenIds.value.has(id)))
const isOver = ({ usableUntil }: { usableUntil: string | null }) =>
  usableUntil !== null && Date.parse(usableUntil) < at.now
</script>

<template>
  <div
    v-if="at.bottles.offered.length > 0"
    class="flex flex-wrap items-center justify-center gap-3 text-lg"
    role="group"
    aria-label="Bottles"
  >
    <span v-for="(bottle, i) in at.bottles.taken" :key="bottle.id" class="text-left leading-tight">
      {{ i === 0 ? 'from' : 'then' }} <strong>{{ bottle.code }}</strong><span
        class="block text-base text-soft"
        >{{ amountOf(bottle.left, bottle.unit) }} in it{{
          bottle.stands ? `, ${bottle.stands}` : ''
        }}</span
      ><span v-if="isOver(bottle)" class="block text-base text-hands"
        >past its end since {{ day(bottle.usableUntil ?? '') }}</span
      >
    </span>
    <button
      v-for="bottle in others.slice(0, 3)"
      :key="bottle.id"
      type="button"
      class="quiet min-h-14"
      @click="at.bottles.choose(bottle.id)"
    >
      rather {{ bottle.code }}
    </button>
    <button type="button" class="quiet min-h-14" @click="at.ask('bottle')">Scan a code</button>
  </div>
</template>
