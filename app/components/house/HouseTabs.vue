<script setup lang="ts">
import { HOUSE_LISTS } from '~/utils/houseLists'

/** From one list of the house to the next, and to its rules. */
const route = useRoute()
const parts = [
  ...Object.entries(HOUSE_LISTS).map(([kind, { title }]) => ({ path: `/house/${kind}`, title })),
  { path: '/house/rules', title: 'Rules' },
  { path: '/house/letters', title: 'Letters' },
]
</script>

<template>
  <nav aria-label="The house" class="mb-4 flex flex-wrap gap-x-5 gap-y-1">
    <NuxtLink
      v-for="part in parts"
      :key="part.path"
      :to="part.path"
      class="border-b-2 py-1"
      :class="
        route.path.startsWith(part.path)
          ? 'border-ink font-semibold'
          : 'border-transparent text-soft hover:text-ink'
      "
      :aria-current="route.path === part.path ? 'page' : undefined"
      >{{ part.title }}</NuxtLink
    >
  </nav>
</template>
