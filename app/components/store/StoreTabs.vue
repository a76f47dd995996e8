<script setup lang="ts">
/** From one part of the stores to the next. */
const session = useSessionStore()
const parts = computed(() =>
  [
    { path: '/stores', title: 'On the shelves', isOpen: session.may('see the stock') },
    { path: '/stores/buy', title: 'To buy', isOpen: session.may('see the stock') },
    { path: '/stores/resins', title: 'Resins', isOpen: true },
    { path: '/stores/count', title: 'Count day', isOpen: session.may('change the stores') },
    { path: '/stores/ledger', title: 'Ledger', isOpen: session.may('see the stock') },
  ].filter(({ isOpen }) => isOpen),
)
</script>

<template>
  <PartTabs label="The stores" :parts="parts" />
</template>
