<script setup lang="ts">
/** From one part of a place to the next; the part whose address goes furthest with the page's is here. */
const { label, parts } = defineProps<{
  label: string
  parts: readonly { path: string; title: string }[]
}>()
const route = useRoute()
const here = computed(() =>
  parts
    .map(({ path }) => path)
    .filter((path) => route.path === path || route.path.startsWith(`${path}/`))
    .reduce((longest, path) => (path.length > longest.length ? path : longest), ''),
)
</script>

<template>
  <nav :aria-label="label" class="mb-4 flex flex-wrap gap-x-5 gap-y-1">
    <NuxtLink
      v-for="part in parts"
      :key="part.path"
      :to="part.path"
      class="border-b-2 py-1"
      :class="
        part.path === here
          ? 'border-ink font-semibold'
          : 'border-transparent text-soft hover:text-ink'
      "
      :aria-current="route.path === part.path ? 'page' : undefined"
      >{{ part.title }}</NuxtLink
    >
  </nav>
</template>
