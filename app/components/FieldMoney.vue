<script setup lang="ts">
import { moneyOf } from '~/utils/moneyOf'

/** A labelled sum of money; it keeps what was typed, comma or point, and hands on the sum. */
const {
  label,
  error = undefined,
  fixed = false,
} = defineProps<{
  label: string
  error?: string
  /** Shown, and not for the reader to change. */
  fixed?: boolean
}>()
const model = defineModel<string | null>({ required: true })
const typed = ref(model.value ?? '')
watch(typed, (text) => (model.value = moneyOf(text)))
watch(model, (sum) => {
  if (sum !== moneyOf(typed.value)) typed.value = sum ?? ''
})
</script>

<template>
  <FieldText v-model="typed" :label="label" :error="error" inputmode="decimal" :readonly="fixed" />
</template>
