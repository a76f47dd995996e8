<script setup lang="ts">
/** The head of a place: its name, what it answers, and its first action. */
const { title, note = '' } = defineProps<{ title: string; note?: string }>()
useHead({ title: () => `${title} · Velvet Batch` })
</script>

<template>
  <header
    class="mb-4 flex flex-wrap items-end justify-between gap-x-6 gap-y-2 border-b border-ink pb-2"
  >
    <div>
      <h1>{{ title }}</h1>
      <p v-if="note" class="text-soft">{{ note }}</p>
    </div>
    <div class="flex flex-wrap gap-2"><slot /></div>
  </header>
</template>
