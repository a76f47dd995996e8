<script setup lang="ts">
import { KINDS_OF_STEP, POURING } from '~~/core/trade'
import type { HouseFields } from '~~/shared/schemas/house'
import { readHours, writeHours } from '~~/shared/time/hours'
import { WEEKDAYS } from '~/utils/weekdays'

/** Somebody's name, place, skills and weekly hours. */
const person = defineModel<HouseFields['people']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const house = useHouseStore()
const workshop = useWorkshopStore()
/** Nothing typed is no wage of their own. */
const wage = computed({
  get: () => person.value.wage,
  set: (sum) => (person.value.wage = sum?.trim() ? sum : null),
})

const ROLES = [
  { value: 'manager', label: 'manager: everything, prices and the house too' },
  { value: 'maker', label: 'maker: everything but prices and the house' },
  { value: 'guest', label: 'guest: own orders, pots and pieces' },
] as const
const SHIPPED = Object.values(KINDS_OF_STEP).flatMap(({ usual }) => usual.skill ?? [])
const skills = computed(() =>
  [
    ...new Set([
      POURING.skill,
      ...SHIPPED,
      ...house.listOf('people').flatMap((one) => one.skills),
      ...person.value.skills,
    ]),
  ].sort(),
)
const added = ref('')
function choose(skill: string, isChosen: boolean): void {
  const others = person.value.skills.filter((one) => one !== skill)
  person.value.skills = isChosen ? [...others, skill].sort() : others
}
function addSkill(): void {
  const skill = added.value.trim().toLowerCase()
  if (skill !== '') choose(skill, true)
  added.value = ''
}

const hoursOf = (weekday: number) =>
  writeHours(
    person.value.shifts
      .filter((shift) => shift.weekday === weekday)
      .sort((x, y) => x.fromMin - y.fromMin),
  )
/** What is typed for a day, until it can be read. */
const typed = reactive(new Map<number, string>())
const unread = reactive(new Set<number>())
// Another draft, as after somebody else's save, is shown as it is.
watch(person, () => {
  typed.clear()
  unread.clear()
})
function setDay(weekday: number, text: string): void {
  typed.set(weekday, text)
  const hours = readHours(text)
  if (hours === null) unread.add(weekday)
  else unread.delete(weekday)
  person.value.shifts = [
    ...person.value.shifts.filter((shift) => shift.weekday !== weekday),
    // What cannot be read is sent as no hours at all, which the schema refuses.
    ...(hours ?? [{ fromMin: Number.NaN, toMin: Number.NaN }]).map((span) => ({
      weekday,
      ...span,
    })),
  ].sort((x, y) => x.weekday - y.weekday)
}
const complaint = (weekday: number) => {
  if (unread.has(weekday)) return 'is written like 9–12:30, 13–17; empty where nobody is there'
  const at = person.value.shifts.findIndex((shift) => shift.weekday === weekday)
  const own = person.value.shifts.filter((shift) => shift.weekday === weekday)
  return own
    .map((_, i) => errorAt(`shifts[${at + i}].fromMin`) ?? errorAt(`shifts[${at + i}].toMin`))
    .find(Boolean)
}
const FRIDAY = 5
/** Others whose week can be copied. */
const others = computed(() =>
  house
    .listOf('people')
    .filter(
      ({ name, shifts, archivedAt }) =>
        name !== person.value.name && shifts.length > 0 && archivedAt === null,
    ),
)
function copyWeek(personId: number): void {
  const other = others.value.find(({ id }) => id === personId)
  if (!other) return
  typed.clear()
  unread.clear()
  person.value.shifts = other.shifts.map((shift) => ({ ...shift }))
}
function likeMonday(): void {
  const monday = typed.get(1) ?? hoursOf(1)
  for (let weekday = 2; weekday <= FRIDAY; weekday++) setDay(weekday, monday)
}
</script>

<template>
  <div class="grid gap-x-10 gap-y-6 md:grid-cols-2">
    <fieldset class="space-y-3">
      <legend class="mb-1 font-semibold">Who it is</legend>
      <FieldText v-model="person.name" label="Name" :error="errorAt('name')" />
      <FieldText
        v-model="person.signIn"
        label="Name to sign in with"
        autocomplete="off"
        autocapitalize="none"
        :error="errorAt('signIn')"
      />
      <FieldChoice
        v-model="person.role"
        label="Place in the workshop"
        :options="ROLES"
        :error="errorAt('role')"
      />
      <label v-if="person.role === 'guest'" class="flex items-center gap-2"
        ><input v-model="person.helpsOthers" type="checkbox" class="size-5 accent-ink" /> gives a
        hand with the work of others, too</label
      >
      <div>
        <FieldMoney
          v-model="wage"
          :label="`An hour of theirs, ${workshop.rules?.currency ?? ''}`"
          class="w-48"
          :error="errorAt('wage')"
        />
        <p class="mt-1 text-sm text-soft">
          Empty: what the rules say. A step costs the mean of those who can do it; whoever sees
          prices sees that mean, not whose it is.
        </p>
      </div>
      <fieldset>
        <legend class="text-soft">Can</legend>
        <div class="mt-1 flex flex-wrap gap-x-5 gap-y-2">
          <label v-for="skill in skills" :key="skill" class="flex items-center gap-2"
            ><input
              type="checkbox"
              class="size-5 accent-ink"
              :checked="person.skills.includes(skill)"
              @change="choose(skill, ($event.target as HTMLInputElement).checked)"
            />{{ skill }}</label
          >
        </div>
        <div class="mt-2 flex items-end gap-2">
          <FieldText
            v-model="added"
            label="Another skill"
            class="w-48"
            @keydown.enter.prevent="addSkill"
          />
          <button type="button" class="quiet slim mb-1" @click="addSkill">Add</button>
        </div>
        <p class="mt-1 text-sm text-soft">
          Every pot is mixed and poured by somebody who can “pour”; what steps ask for stands in the
          recipes.
        </p>
      </fieldset>
    </fieldset>
    <fieldset class="space-y-2">
      <legend class="mb-1 font-semibold">When they are there, every week</legend>
      <div v-for="(day, i) in WEEKDAYS" :key="day">
        <FieldText
          :label="day"
          :model-value="typed.get(i + 1) ?? hoursOf(i + 1)"
          :error="complaint(i + 1)"
          placeholder="not there"
          @update:model-value="setDay(i + 1, $event)"
        />
      </div>
      <div class="flex flex-wrap items-end gap-3">
        <button type="button" class="quiet slim" @click="likeMonday">
          Monday’s hours till Friday
        </button>
        <label v-if="others.length > 0" class="flex items-center gap-2 text-soft"
          >the same week as
          <select
            class="entry w-auto"
            @change="copyWeek(Number(($event.target as HTMLSelectElement).value))"
          >
            <option value="">…</option>
            <option v-for="other in others" :key="other.id" :value="other.id">
              {{ other.name }}
            </option>
          </select></label
        >
      </div>
    </fieldset>
  </div>
  <PersonDays v-model="person" :error-at="errorAt" />
</template>
