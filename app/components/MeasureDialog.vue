<script setup lang="ts">
import { METRIC, OWN_UNITS, type OwnUnits } from '~~/core/units'
import { measureChoiceSchema, ownUnitsSchema } from '~~/shared/schemas/people'
import type { MeasureChoice } from '~~/shared/schemas/people'

/** How this maker measures, and in which units figures are read and typed. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const session = useSessionStore()
const draft = ref<MeasureChoice>({ kind: 'scale', step: 0.1, tare: true })
const units = ref<OwnUnits>({ ...METRIC })
watch(
  () => open,
  () => {
    draft.value = { ...(session.person?.measure ?? draft.value) }
    units.value = { ...(session.person?.units ?? METRIC) }
  },
)
const form = useForm({
  schema: measureChoiceSchema,
  send: session.chooseMeasure,
  done: () => unitsForm.submit(units.value),
})
const unitsForm = useForm({
  schema: ownUnitsSchema,
  send: session.chooseUnits,
  done: () => emit('close'),
})
const WORDS: Record<keyof OwnUnits, string> = {
  mass: 'Weights in',
  volume: 'Volumes in',
  length: 'Lengths in',
  temperature: 'Warmth in',
}
const options = (quantity: keyof OwnUnits) =>
  OWN_UNITS[quantity].map((value) => ({ value: value as string, label: value }))
const choose = (quantity: keyof OwnUnits, unit: string) =>
  (units.value = { ...units.value, [quantity]: unit })
</script>

<template>
  <AskDialog :open="open" title="My scale, cup and units" @close="emit('close')">
    <p class="text-soft">
      Pots are worked out for what you really measure with, down to its digits or marks. Figures are
      shown in your units, and a number you type is taken for them; another unit can always be
      written behind it.
    </p>
    <form class="mt-4 space-y-4" @submit.prevent="form.submit(draft)">
      <MeasureFields v-model="draft" :error-at="form.errorAt" />
      <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <FieldChoice
          v-for="(word, quantity) in WORDS"
          :key="quantity"
          :label="word"
          :options="options(quantity)"
          :model-value="units[quantity] as string"
          @update:model-value="choose(quantity, $event)"
        />
      </div>
      <p v-if="form.failure.value || unitsForm.failure.value" role="alert" class="wrong">
        {{ form.failure.value || unitsForm.failure.value }}
      </p>
      <div class="flex gap-3">
        <button class="press">Keep</button
        ><button type="button" class="quiet" @click="emit('close')">Leave as it was</button>
      </div>
    </form>
  </AskDialog>
</template>
