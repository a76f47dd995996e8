<script setup lang="ts">
definePageMeta({ layout: 'bare' })
const route = useRoute()
/** Only a path of this application is followed. */
const back = computed(() =>
  typeof route.query.back === 'string' && /^\/(?!\/)/.test(route.query.back)
    ? route.query.back
    : '/',
)
</script>

<template>
  <main class="mx-auto grid min-h-screen max-w-sm content-center p-6">
    <h1 class="mb-1">Velvet Batch</h1>
    <p class="mb-6 text-soft">The workshop’s mixes, pours, cures and promises.</p>
    <SignInFields @done="navigateTo(back)" />
  </main>
</template>
