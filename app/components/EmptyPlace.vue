<script setup lang="ts">
/** What a place is for, and the first step, while there is nothing in it. */
const { title } = defineProps<{ title: string }>()
</script>

<template>
  <section class="border border-dashed border-firm p-8 text-center">
    <h2>{{ title }}</h2>
    <div class="mx-auto mt-2 max-w-prose text-soft"><slot /></div>
    <div class="mt-4 flex justify-center gap-3"><slot name="action" /></div>
  </section>
</template>
