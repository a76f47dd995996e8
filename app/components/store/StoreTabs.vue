<script setup lang="ts">
/** From one part of the stores to the next. */
const route = useRoute()
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
  <nav aria-label="The stores" class="mb-4 flex flex-wrap gap-x-5 gap-y-1">
    <NuxtLink
      v-for="part in parts"
      :key="part.path"
      :to="part.path"
      class="border-b-2 py-1"
      :class="
        route.path === part.path
          ? 'border-ink font-semibold'
          : 'border-transparent text-soft hover:text-ink'
      "
      :aria-current="route.path === part.path ? 'page' : undefined"
      >{{ part.title }}</NuxtLink
    >
  </nav>
</template>
