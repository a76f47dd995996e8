<script setup lang="ts">
import { HOUSE_LISTS } from '~/utils/houseLists'

/** From one list of the house to the next, and to its rules. */
const parts = [
  ...Object.entries(HOUSE_LISTS).map(([kind, { title }]) => ({ path: `/house/${kind}`, title })),
  { path: '/house/rules', title: 'Rules' },
  { path: '/house/letters', title: 'Letters' },
]
</script>

<template>
  <PartTabs label="The house" :parts="parts" />
</template>
