<script setup lang="ts">
import { serves } from '~~/core/batch'
import { restOfPart } from '~~/core/stock'
import type { LotRow } from '~~/shared/types/stock'

/** Which pieces the rest of a bottle would pour. */
const { lot } = defineProps<{ lot: LotRow }>()
const resins = useResinStore()
const recipes = useRecipeStore()
const shelf = useBatchShelf()
const SHOWN = 8
const rest = computed(() => {
  const { ware, left, unit } = lot
  const resin = ware.of === 'resin' ? resins.byId.get(ware.id) : undefined
  return ware.of === 'resin' && resin ? restOfPart(resin, ware.part, { left, unit }) : 0
})
const served = computed(() =>
  shelf.value
    ? serves(
        recipes.recipes.filter(({ archived }) => !archived),
        { resinId: lot.ware.id, ml: rest.value },
        shelf.value,
      ).slice(0, SHOWN)
    : [],
)
</script>

<template>
  <section>
    <h2 class="mb-1">What its rest would pour</h2>
    <p class="text-soft">
      With as much of the other part it makes {{ figure(rest, 'ml', 0) }}; those first that leave
      the least of it.
    </p>
    <p v-if="served.length === 0">Not enough for any piece.</p>
    <ul v-else class="max-w-xl">
      <li
        v-for="one in served"
        :key="one.recipeId"
        class="flex flex-wrap gap-x-5 border-b border-hair py-1.5"
      >
        <NuxtLink :to="`/recipes/${one.recipeId}`" class="link font-semibold"
          >{{ one.pieces }} {{ one.name }}</NuxtLink
        >
        <span class="text-soft"
          >{{ figure(one.oneMl, 'ml', 0) }} for one, {{ figure(one.leftMl, 'ml', 0) }} stay
          left</span
        >
      </li>
    </ul>
  </section>
</template>
