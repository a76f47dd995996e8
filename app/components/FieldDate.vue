<script setup lang="ts">
import { VueDatePicker } from '@vuepic/vue-datepicker'
import '@vuepic/vue-datepicker/dist/main.css'
import { readDay, writeDay } from '~~/shared/time/days'

/** A labelled day, typed as one writes it or chosen from a calendar; kept as YYYY-MM-DD. */
const {
  label,
  error = undefined,
  optional = false,
} = defineProps<{ label: string; error?: string; optional?: boolean }>()
const model = defineModel<string>({ required: true })
const id = useId()
const workshop = useWorkshopStore()
const { localNow } = useWhen()
const style = computed(() => workshop.dateStyle)
/** What is typed and is no day, told until something else is typed. */
const unread = ref('')
function dayOf(typed: string): Date | null {
  const day = readDay(typed, style.value)
  unread.value = day === null && typed.trim() !== '' ? typed : ''
  return day === null ? null : new Date(`${day}T12:00`)
}
const shown = (day: Date) => writeDay(isoOf(day), style.value)
const isoOf = (day: Date) =>
  [day.getFullYear(), day.getMonth() + 1, day.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-')
const complaint = computed(() =>
  unread.value
    ? `“${unread.value}” is no day; write it like ${writeDay('2027-03-14', style.value)}`
    : error,
)
</script>

<template>
  <div>
    <label :for="`dp-input-${id}`" class="text-soft">{{ label }}</label>
    <VueDatePicker
      :model-value="model || null"
      model-type="yyyy-MM-dd"
      :uid="id"
      :formats="{ input: shown }"
      :text-input="{ format: dayOf, openMenu: 'open', applyOnBlur: true, selectOnFocus: true }"
      :time-config="{ enableTimePicker: false }"
      :start-date="localNow().toJSDate()"
      focus-start-date
      :week-start="1"
      :input-attrs="{ clearable: optional, autocomplete: 'off', hideInputIcon: false }"
      :dark="false"
      auto-apply
      teleport
      @update:model-value="model = ($event as string | null) ?? ''"
    />
    <p v-if="complaint" class="wrong">{{ complaint }}</p>
  </div>
</template>
