<script setup lang="ts">
/** Who goes on with a pot. */
const { open, personId } = defineProps<{ open: boolean; personId: number }>()
const emit = defineEmits<{ close: []; over: [personId: number] }>()
const workshop = useWorkshopStore()
const others = computed(() => workshop.peopleThere.filter(({ id }) => id !== personId))
</script>

<template>
  <AskDialog :open="open" title="Who goes on with this pot?" @close="emit('close')">
    <div class="grid gap-2">
      <button
        v-for="person in others"
        :key="person.id"
        type="button"
        class="quiet h-14 text-left"
        @click="emit('over', person.id)"
      >
        {{ person.name }}
      </button>
    </div>
    <p v-if="others.length === 0" class="text-soft">Nobody else works here.</p>
    <button type="button" class="quiet mt-4" @click="emit('close')">Keep it</button>
  </AskDialog>
</template>
