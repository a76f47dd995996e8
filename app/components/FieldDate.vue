<script setup lang="ts">
import { Calendar } from '@lucide/vue'
import { VueDatePicker } from '@vuepic/vue-datepicker'
import '@vuepic/vue-datepicker/dist/main.css'
import { readDay, writeDay } from '~~/shared/time/days'

/**
 * A labelled day, typed as one writes it or chosen from a calendar; kept as YYYY-MM-DD. What is no
 * day is handed on as it was typed, for the schema to refuse.
 */
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
const read = (text: string) => readDay(text, style.value) ?? text.trim()
const shown = (day: string) => writeDay(day, style.value) || day
const typed = ref(shown(model.value))
const isDay = computed(() => writeDay(model.value, style.value) !== '')

function type(text: string): void {
  typed.value = text
  model.value = read(text)
}
/** Once it is typed it stands as all days do. */
const leave = () => (typed.value = shown(model.value))
watch([model, style], () => {
  if (read(typed.value) !== model.value) leave()
})
const complaint = computed(() =>
  model.value !== '' && !isDay.value
    ? `“${model.value}” is no day; write it like ${writeDay('2027-03-14', style.value)}`
    : error,
)
</script>

<template>
  <div>
    <label :for="id" class="text-soft">{{ label }}</label>
    <div class="relative">
      <input
        :id="id"
        :value="typed"
        class="entry pr-10"
        autocomplete="off"
        :placeholder="optional ? 'no day' : ''"
        :aria-invalid="!!complaint"
        :aria-describedby="complaint ? `${id}-wrong` : undefined"
        @input="type(($event.target as HTMLInputElement).value)"
        @change="leave"
      />
      <VueDatePicker
        class="absolute! inset-y-0 right-0 w-auto!"
        :model-value="isDay ? model : null"
        model-type="yyyy-MM-dd"
        :time-config="{ enableTimePicker: false }"
        :start-date="localNow().toJSDate()"
        focus-start-date
        :week-start="1"
        :dark="false"
        auto-apply
        teleport
        @update:model-value="type(($event as string | null) ?? '')"
        @closed="leave"
      >
        <template #trigger>
          <button
            type="button"
            class="flex h-8.5 w-9 items-center justify-center"
            :aria-label="`Calendar for ${label}`"
          >
            <Calendar :size="16" />
          </button>
        </template>
      </VueDatePicker>
    </div>
    <p v-if="complaint" :id="`${id}-wrong`" class="wrong">{{ complaint }}</p>
  </div>
</template>
