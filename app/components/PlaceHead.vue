<script setup lang="ts">
/** The head of a place: its name, what it answers, and its first action. */
const { title, note = '' } = defineProps<{ title: string; note?: string }>()
const heading = useTemplateRef('heading')
const arrived = useArrival()
// Who comes from another page reads on, and hears, from its heading.
onMounted(() => {
  if (!arrived.value) return
  arrived.value = false
  heading.value?.focus({ preventScroll: true })
})
useHead({ title: () => `${title} · Velvet Batch` })
</script>

<template>
  <header
    class="mb-4 flex flex-wrap items-end justify-between gap-x-6 gap-y-2 border-b border-ink pb-2"
  >
    <div>
      <h1 ref="heading" tabindex="-1" class="outline-none">{{ title }}</h1>
      <p v-if="note" class="text-soft">{{ note }}</p>
    </div>
    <div class="flex flex-wrap gap-2"><slot /></div>
  </header>
</template>
