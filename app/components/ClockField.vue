<script setup lang="ts">
import { MINUTES_PER_DAY } from '~~/core/units'
import { clockOfDay } from '~/utils/clockOfDay'
import { readHours } from '~~/shared/time/hours'

/** A labelled time of the day, kept as minutes from midnight; what is no time is handed on as NaN. */
const { label, error = undefined } = defineProps<{ label: string; error?: string }>()
const model = defineModel<number>({ required: true })
const typed = ref(clockOfDay(model.value))
const read = (text: string): number =>
  // A time alone is read as the beginning of hours that last to the end of the day.
  readHours(`${text}-24`)?.[0]?.fromMin ??
  (/^24(:00)?$/.test(text.trim()) ? MINUTES_PER_DAY : Number.NaN)
watch(typed, (text) => (model.value = read(text)))
watch(model, (minute) => {
  if (!Number.isNaN(minute) && minute !== read(typed.value)) typed.value = clockOfDay(minute)
})
const complaint = computed(() => (Number.isNaN(model.value) ? 'is written like 7:30' : error))
</script>

<template>
  <FieldText v-model="typed" :label="label" :error="complaint" autocomplete="off" />
</template>
