<script setup lang="ts">
defineOptions({ inheritAttrs: false })
/**
 * A labelled line or paragraph of text with its complaint beside it; other attributes go to the
 * field itself.
 */
const {
  label,
  error = undefined,
  rows = 1,
  type = 'text',
  hideLabel = false,
} = defineProps<{
  label: string
  error?: string
  rows?: number
  type?: string
  hideLabel?: boolean
}>()
const model = defineModel<string>({ required: true })
const id = useId()
const { class: place, ...rest } = useAttrs()
</script>

<template>
  <div :class="place">
    <label :for="id" class="text-soft" :class="hideLabel ? 'sr-only' : ''">{{ label }}</label>
    <textarea
      v-if="rows > 1"
      :id="id"
      v-model="model"
      :rows="rows"
      class="entry"
      :aria-invalid="!!error"
      :aria-describedby="error ? `${id}-wrong` : undefined"
    />
    <input
      v-else
      :id="id"
      v-model="model"
      :type="type"
      class="entry"
      :aria-invalid="!!error"
      :aria-describedby="error ? `${id}-wrong` : undefined"
      v-bind="rest"
    />
    <p v-if="error" :id="`${id}-wrong`" class="wrong">{{ error }}</p>
  </div>
</template>
