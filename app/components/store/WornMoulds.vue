<script setup lang="ts">
import { wornOut } from '~~/core/stock'
import { castingsLeft } from '~~/core/trade'

/** Moulds that wear out before what is planned is poured in them, the first to be replaced first. */
const plan = usePlanStore()
const recipes = useRecipeStore()
const workshop = useWorkshopStore()
const startOf = usePotStarts()
const { day } = useWhen()
const worn = computed(() => {
  const castings = new Map<number, { pieces: number; at: number | null }[]>()
  for (const { id, state, portions } of plan.pots)
    for (const { recipeId, layerIndex, pieces } of portions) {
      const mouldId = recipes.byId.get(recipeId)?.mouldId
      // A casting is one pour into the empty mould.
      if (state !== 'planned' || layerIndex !== 0 || !mouldId) continue
      const own = castings.get(mouldId) ?? []
      castings.set(mouldId, [...own, { pieces, at: startOf.value.get(id) ?? null }])
    }
  return [...castings]
    .flatMap(([mouldId, own]) => {
      const mould = workshop.moulds.get(mouldId)
      const out = mould && wornOut(castingsLeft(mould, mould.uses - mould.usedBefore), own)
      return mould && out ? [{ mould, ...out }] : []
    })
    .sort((x, y) => x.at - y.at)
})
</script>

<template>
  <section v-if="worn.length > 0" class="mb-8" aria-label="Moulds that wear out">
    <h2 class="mb-1">Moulds that wear out</h2>
    <ul>
      <li
        v-for="{ mould, left, planned, at } in worn"
        :key="mould.id"
        class="flex flex-wrap gap-x-5 border-b border-hair py-1.5"
      >
        <NuxtLink :to="`/sizing/${mould.id}`" class="link font-semibold">{{ mould.name }}</NuxtLink>
        <span>good for {{ left }} more, {{ planned }} planned</span>
        <span class="text-hands">replace it before {{ day(new Date(at).toISOString()) }}</span>
      </li>
    </ul>
  </section>
</template>
