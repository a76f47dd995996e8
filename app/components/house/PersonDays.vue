<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { WEEKDAYS } from '~/utils/weekdays'
import type { HouseFields } from '~~/shared/schemas/house'

/** Hours of somebody that do not come round every week: every few weeks, away, other hours. */
const person = defineModel<HouseFields['people']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const { localNow } = useWhen()
const today = () => localNow().toISODate() ?? ''
const EIGHT = 8 * 60
const [NINE, FIVE] = [9 * 60, 17 * 60]
const DAYS = WEEKDAYS.map((label, i) => ({ value: i + 1, label }))
const WEEKS = [2, 3, 4, 5, 6, 7, 8].map((value) => ({ value, label: `every ${value} weeks` }))

const addRound = () =>
  person.value.rounds.push({
    weekday: 5,
    fromMin: NINE,
    toMin: FIVE,
    everyWeeks: 2,
    firstDay: today(),
  })
const addAbsence = () =>
  person.value.otherwise.push({ from: today(), until: today(), hours: null, note: '' })
type OtherDays = HouseFields['people']['otherwise'][number]
function setFirst(days: OtherDays, day: string): void {
  if (days.until < day) days.until = day
  days.from = day
}
const setThere = (days: OtherDays, isThere: boolean) =>
  (days.hours = isThere ? { fromMin: EIGHT, toMin: FIVE } : null)
/** Past days are kept, and not looked at all the time. */
const showsPast = ref(false)
const past = computed(() => person.value.otherwise.filter(({ until }) => until < today()).length)
</script>

<template>
  <div class="mt-6 grid gap-x-10 gap-y-6 md:grid-cols-2">
    <fieldset>
      <legend class="mb-1 font-semibold">Away, or there at other hours</legend>
      <ul>
        <template v-for="(days, i) in person.otherwise" :key="i">
          <li v-if="showsPast || days.until >= today()" class="border-b border-hair py-3">
            <div class="grid grid-cols-[1fr_1fr_auto] items-end gap-3">
              <FieldDate
                :model-value="days.from"
                label="First day"
                :error="errorAt(`otherwise[${i}].from`)"
                @update:model-value="setFirst(days, $event)"
              />
              <FieldDate
                v-model="days.until"
                label="Last day"
                :error="errorAt(`otherwise[${i}].until`)"
              />
              <button
                type="button"
                class="quiet slim"
                :aria-label="`Remove the days from ${days.from}`"
                @click="person.otherwise.splice(i, 1)"
              >
                <Trash2 :size="17" />
              </button>
            </div>
            <div class="mt-2 grid grid-cols-2 items-end gap-3">
              <label class="flex min-h-10 items-center gap-2"
                ><input
                  type="checkbox"
                  class="size-5 accent-ink"
                  :checked="days.hours !== null"
                  @change="setThere(days, ($event.target as HTMLInputElement).checked)"
                />
                there for some hours</label
              >
              <FieldText
                v-model="days.note"
                label="Why, for the manager"
                :error="errorAt(`otherwise[${i}].note`)"
              />
              <template v-if="days.hours">
                <ClockField
                  v-model="days.hours.fromMin"
                  label="from"
                  :error="errorAt(`otherwise[${i}].hours.fromMin`)"
                />
                <ClockField
                  v-model="days.hours.toMin"
                  label="until"
                  :error="errorAt(`otherwise[${i}].hours.toMin`)"
                />
              </template>
            </div>
          </li>
        </template>
      </ul>
      <div class="mt-3 flex flex-wrap gap-3">
        <button type="button" class="quiet slim" @click="addAbsence">Add days</button>
        <button
          v-if="past > 0"
          type="button"
          class="quiet slim"
          :aria-pressed="showsPast"
          @click="showsPast = !showsPast"
        >
          {{ showsPast ? 'Hide' : 'Show' }} {{ past }} that {{ past === 1 ? 'is' : 'are' }} over
        </button>
      </div>
    </fieldset>
    <fieldset>
      <legend class="mb-1 font-semibold">Every few weeks</legend>
      <ul>
        <li v-for="(round, i) in person.rounds" :key="i" class="border-b border-hair py-3">
          <div class="grid grid-cols-[1fr_1fr_auto] items-end gap-3">
            <FieldChoice v-model="round.weekday" label="Day" :options="DAYS" />
            <FieldChoice v-model="round.everyWeeks" label="Comes round" :options="WEEKS" />
            <button
              type="button"
              class="quiet slim"
              :aria-label="`Remove the ${WEEKDAYS[round.weekday - 1]}`"
              @click="person.rounds.splice(i, 1)"
            >
              <Trash2 :size="17" />
            </button>
          </div>
          <div class="mt-2 grid grid-cols-[1fr_1fr_1.3fr] gap-3">
            <ClockField
              v-model="round.fromMin"
              label="from"
              :error="errorAt(`rounds[${i}].fromMin`)"
            />
            <ClockField
              v-model="round.toMin"
              label="until"
              :error="errorAt(`rounds[${i}].toMin`)"
            />
            <FieldDate
              v-model="round.firstDay"
              label="first in the week of"
              :error="errorAt(`rounds[${i}].firstDay`)"
            />
          </div>
        </li>
      </ul>
      <button type="button" class="quiet slim mt-3" @click="addRound">Add a day</button>
    </fieldset>
  </div>
</template>
