<script setup lang="ts">
/** Asks why: one of the usual reasons at a press, or in one's own words. */
const { reasons, verb } = defineProps<{
  reasons: readonly string[]
  /** What is done for the reason that is written. */
  verb: string
}>()
const emit = defineEmits<{ choose: [reason: string] }>()
const other = ref('')
</script>

<template>
  <div>
    <div class="grid gap-2">
      <button
        v-for="reason in reasons"
        :key="reason"
        type="button"
        class="quiet text-left"
        @click="emit('choose', reason)"
      >
        {{ reason }}
      </button>
    </div>
    <form class="mt-4 flex items-end gap-3" @submit.prevent="emit('choose', other.trim())">
      <FieldText v-model="other" label="or in your words" class="flex-1" />
      <button class="press" :disabled="other.trim() === ''">{{ verb }}</button>
    </form>
  </div>
</template>
