<script setup lang="ts">
import type { LotRow } from '~~/shared/types/stock'

/** A bottle with its code, what is in it and until when it may be used. */
const { lot, largest, tint } = defineProps<{ lot: LotRow; largest: number; tint: string }>()
const { ending, amountOf } = useShelf()
const end = computed(() => ending(lot))
</script>

<template>
  <NuxtLink
    :to="`/stores/lots/${lot.id}`"
    class="flex flex-col items-center justify-end px-1 text-center leading-tight hover:bg-sheet"
  >
    <BottleDrawing :left="lot.left" :size="lot.size" :largest="largest" :tint="tint" />
    <span class="link mt-1 whitespace-nowrap text-sm font-semibold">{{ lot.code }}</span>
    <span
      class="whitespace-nowrap text-sm"
      :class="lot.left < 0 ? 'font-semibold text-hands' : ''"
      >{{ amountOf(lot.left, lot.unit) }}</span
    >
    <span
      class="whitespace-nowrap text-xs"
      :class="end.isOver ? 'text-hands' : end.isSoon ? 'text-soon' : 'text-soft'"
      >{{ end.words || (lot.openedAt ? 'open' : 'closed') }}</span
    >
  </NuxtLink>
</template>
