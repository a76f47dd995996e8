<script setup lang="ts">
import type { Resin } from '~~/core/trade'

/** Resins that run short, and when more can be there. */
defineProps<{
  resins: readonly {
    resin: Pick<Resin, 'id' | 'name'>
    needMl: number
    stockMl: number
    comes: string
  }[]
}>()
</script>

<template>
  <section>
    <h2 class="mb-1 text-hands">Short</h2>
    <ul>
      <li
        v-for="{ resin, needMl, stockMl, comes } in resins"
        :key="resin.id"
        class="border-b border-hair py-1.5"
      >
        <NuxtLink :to="`/stores/${resin.id}`" class="link font-semibold">{{
          resin.name
        }}</NuxtLink>{{ ' ' }}
        <span class="text-soft"
          >the pots to come need {{ figure(needMl, 'ml', 0) }}, the stores hold
          {{ figure(stockMl, 'ml', 0) }}; {{ comes }}, and the plan counts on that</span
        >
      </li>
    </ul>
  </section>
</template>
