<script setup lang="ts">
/** A labelled line or paragraph of text with its complaint beside it. */
const { label, error = undefined, rows = 1, type = 'text', hint = undefined } = defineProps<{ label: string; error?: string; rows?: number; type?: string; hint?: string }>()
const model = defineModel<string>({ required: true })
const id = useId()
</script>

<template>
  <div>
    <label :for="id" class="text-soft">{{ label }}</label>
    <textarea v-if="rows > 1" :id="id" v-model="model" :rows="rows" class="entry" :aria-invalid="!!error" :aria-describedby="error ? `${id}-wrong` : undefined" />
    <input v-else :id="id" v-model="model" :type="type" class="entry" :aria-invalid="!!error" :aria-describedby="error ? `${id}-wrong` : undefined" v-bind="$attrs">
    <p v-if="error" :id="`${id}-wrong`" class="wrong">{{ error }}</p>
    <p v-else-if="hint" class="text-sm text-soft">{{ hint }}</p>
  </div>
</template>
