<script setup lang="ts">
/** Which of the rooms something stands in. */
const { error = undefined } = defineProps<{ error?: string }>()
const model = defineModel<number>({ required: true })
const house = useHouseStore()
const options = computed(() =>
  house
    .listOf('rooms')
    .filter((room) => room.archivedAt === null || room.id === model.value)
    .map((room) => ({ value: room.id, label: room.name })),
)
</script>

<template>
  <p v-if="options.length === 0">
    There is no room yet.
    <NuxtLink to="/house/rooms/new" class="link">Add a room first</NuxtLink>.
  </p>
  <FieldChoice v-else v-model="model" label="Room" :options="options" :error="error" />
</template>
