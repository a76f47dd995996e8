<script setup lang="ts">
import type { reserved } from '~~/core/stock'
import type { ResinRow } from '~~/shared/types/resins'

/** A resin as it stands on the shelf: bottles of both parts, what can be mixed, what is promised. */
const { resin, promised } = defineProps<{
  resin: ResinRow
  promised: ReturnType<typeof reserved>
}>()
const { lotsOf } = useShelf()
const { short } = useWhen()
const PARTS = ['a', 'b'] as const
/** The second part is a little darker in the bottle. */
const TINTS = { a: '#e4dcc2', b: '#d9b98a' } as const
const bottles = computed(() =>
  PARTS.map((part) => ({ part, lots: lotsOf({ of: 'resin', id: resin.id, part }) })),
)
const largest = computed(() =>
  Math.max(0, ...bottles.value.flatMap(({ lots }) => lots.map(({ size }) => size))),
)
const shortWords = computed(() => {
  const { shortAt } = promised
  if (shortAt === null) return ''
  return shortAt === Infinity
    ? 'not enough for what is ordered'
    : `not enough from ${short(new Date(shortAt).toISOString())}`
})
</script>

<template>
  <section
    class="grid content-start gap-x-4 gap-y-2 border-t border-hair py-3 sm:grid-cols-[13rem_minmax(0,1fr)]"
  >
    <div>
      <h2>
        <NuxtLink :to="`/stores/${resin.id}`" class="link">{{ resin.name }}</NuxtLink>
      </h2>
      <p class="text-2xl" :class="resin.stockMl < 0 ? 'text-hands' : ''">
        {{ figure(resin.stockMl, 'ml', 0) }}
        <span class="text-base text-soft">can be mixed</span>
      </p>
      <p class="text-soft">
        {{ figure(promised.reserved, 'ml', 0) }} planned,
        {{
          promised.free >= 0
            ? `${figure(promised.free, 'ml', 0)} free`
            : `${figure(-promised.free, 'ml', 0)} short`
        }}
      </p>
      <p v-if="shortWords" class="font-semibold text-hands">{{ shortWords }}</p>
    </div>
    <div class="flex flex-wrap items-end gap-x-5 gap-y-3">
      <div v-for="{ part, lots } in bottles" :key="part" class="flex items-end gap-1">
        <span class="mr-1 pb-12 font-label text-xl text-soft">{{ part.toUpperCase() }}</span>
        <BottleMark
          v-for="lot in lots"
          :key="lot.id"
          :lot="lot"
          :largest="largest"
          :tint="TINTS[part]"
        />
        <span v-if="lots.length === 0" class="pb-12 text-soft">no bottle</span>
      </div>
    </div>
  </section>
</template>
