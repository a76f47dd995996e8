<script setup lang="ts">
/** Says why a place could not be shown, and tries again. */
const { message } = defineProps<{ message: string }>()
const emit = defineEmits<{ retry: [] }>()
</script>

<template>
  <section role="alert" class="border-l-4 border-hands bg-hands-wash p-4">
    <p>{{ message }}</p>
    <button type="button" class="quiet mt-3" @click="emit('retry')">Try again</button>
  </section>
</template>
