<script setup lang="ts">
/** From one part of the prices to the next. */
const session = useSessionStore()
const parts = [
  { path: '/prices', title: 'Earned' },
  { path: '/prices/owed', title: 'Owed' },
  { path: '/prices/markets', title: 'Markets' },
  ...(session.may('see bills of guests') ? [{ path: '/prices/guests', title: 'Guests' }] : []),
]
</script>

<template>
  <PartTabs label="Prices" :parts="parts" />
</template>
