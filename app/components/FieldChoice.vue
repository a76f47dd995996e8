<script setup lang="ts" generic="T extends string | number | null">
/** A labelled choice of one from a list. */
const {
  label,
  options,
  error = undefined,
  hideLabel = false,
} = defineProps<{
  label: string
  options: readonly { value: T; label: string }[]
  error?: string
  hideLabel?: boolean
}>()
const model = defineModel<T>({ required: true })
const id = useId()
const index = computed({
  get: () => options.findIndex((option) => option.value === model.value),
  set: (at: number) => {
    const option = options[at]
    if (option) model.value = option.value
  },
})
</script>

<template>
  <div>
    <label :for="id" class="text-soft" :class="hideLabel ? 'sr-only' : ''">{{ label }}</label>
    <select
      :id="id"
      v-model="index"
      class="entry"
      :aria-invalid="!!error"
      :aria-describedby="error ? `${id}-wrong` : undefined"
    >
      <option v-if="index < 0" :value="-1" disabled>choose</option>
      <option v-for="(option, i) in options" :key="i" :value="i">{{ option.label }}</option>
    </select>
    <p v-if="error" :id="`${id}-wrong`" class="wrong">{{ error }}</p>
  </div>
</template>
