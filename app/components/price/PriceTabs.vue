<script setup lang="ts">
/** From one part of the prices to the next. */
const parts = [
  { path: '/prices', title: 'Earned' },
  { path: '/prices/owed', title: 'Owed' },
  { path: '/prices/markets', title: 'Markets' },
]
</script>

<template>
  <PartTabs label="Prices" :parts="parts" />
</template>
