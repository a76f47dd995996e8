<script setup lang="ts">
import { mayBeThousands } from '~~/core/units'
import { moneyOf } from '~/utils/moneyOf'

/** A labelled sum of money; it keeps what was typed, comma or point, and hands on the sum. */
const {
  label,
  error = undefined,
  fixed = false,
  hideLabel = false,
} = defineProps<{
  label: string
  error?: string
  /** Shown, and not for the reader to change. */
  fixed?: boolean
  hideLabel?: boolean
}>()
const model = defineModel<string | null>({ required: true })
const workshop = useWorkshopStore()
const typed = ref(written(model.value ?? ''))
const isTwofold = computed(() => mayBeThousands(typed.value, workshop.decimalMark))
/** What may be meant in two ways is handed on as it was typed, with a mark that no sum has. */
const sumOf = (text: string) =>
  isTwofold.value ? `${text} ?` : moneyOf(text, workshop.decimalMark)
watch(typed, (text) => (model.value = sumOf(text)))
watch(model, (sum) => {
  if (sum !== sumOf(typed.value)) typed.value = written(sum ?? '')
})
const complaint = computed(() =>
  isTwofold.value ? 'write cents with a comma, thousands without a point' : error,
)
</script>

<template>
  <FieldText
    v-model="typed"
    :label="label"
    :hide-label="hideLabel"
    :error="complaint"
    inputmode="decimal"
    :readonly="fixed"
  />
</template>
