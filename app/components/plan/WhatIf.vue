<script setup lang="ts">
import { EVENING_MIN } from '~~/core/plan'
import { MINUTES_PER_DAY, MINUTES_PER_HOUR } from '~~/core/units'
import { planAskSchema } from '~~/shared/schemas/proposals'
import { check } from '~~/shared/schemas/check'
import type { PlanTerms } from '~~/shared/schemas/planTerms'
import type { PlanAsk } from '~~/shared/schemas/proposals'
import { said } from '~~/shared/words'
import { WHAT_IFS, whatIfAsk, type WhatIfDraft, type WhatIfKind } from '~/utils/whatIfAsk'

/** Something supposed, whose result is then shown against today's plan. */
const { terms, lines, busy } = defineProps<{
  terms: PlanTerms
  /** Order lines of which pieces are still to be made. */
  lines: readonly { id: number; title: string }[]
  busy: boolean
}>()
const emit = defineEmits<{ ask: [ask: PlanAsk] }>()
const workshop = useWorkshopStore()
const recipes = useRecipeStore()
const resins = useResinStore()

const kind = ref<WhatIfKind>('away')
const today = useWhen().localNow()
const draft = reactive<WhatIfDraft>({
  personId: workshop.peopleThere[0]?.id ?? 0,
  mouldId: workshop.workshop?.moulds[0]?.id ?? 0,
  lineId: lines[0]?.id ?? 0,
  resinId: resins.offered[0]?.id ?? 0,
  recipeId: recipes.recipes.find((recipe) => !recipe.archived)?.id ?? 0,
  from: today.toFormat('yyyy-MM-dd'),
  to: today.plus({ days: 2 }).toFormat('yyyy-MM-dd'),
  fromMin: 17 * MINUTES_PER_HOUR,
  toMin: 20 * MINUTES_PER_HOUR,
  pieces: 1,
  promised: '',
})
const issues = ref<{ path: string; message: string }[]>([])
/** The last complaint about a field: what was there before is sound. */
const errorAt = (...fields: string[]) =>
  issues.value.findLast((issue) => fields.some((field) => issue.path.endsWith(`.${field}`)))
    ?.message

function ask(): void {
  const wanted = whatIfAsk({ kind: kind.value, draft, terms, timeZone: workshop.timeZone })
  const checked = check(planAskSchema, JSON.parse(JSON.stringify(wanted)))
  issues.value = checked.ok ? [] : checked.issues.map(said)
  if (checked.ok) emit('ask', checked.value)
}
watch(kind, () => {
  issues.value = []
  const runs = boxes.value.flatMap(({ climate }) =>
    'boxC' in climate && climate.runs ? [climate.runs.untilMin] : [],
  )
  if (kind.value === 'boxOn' && runs.length > 0)
    [draft.fromMin, draft.toMin] = [0, EVENING_MIN].map(
      (later) => (Math.min(...runs) + later) % MINUTES_PER_DAY,
    ) as [number, number]
})
const boxes = computed(() =>
  (workshop.workshop?.places ?? []).filter((place) => place.kind === 'box'),
)
const isSpan = computed(() => ['away', 'extra', 'boxOn', 'boxOff'].includes(kind.value))
/** Boxes have hours; where there is none nothing is asked about it. */
const kinds = computed(() =>
  WHAT_IFS.filter(({ value }) => !value.startsWith('box') || boxes.value.length > 0),
)
const choices = <T extends { id: number }>(list: readonly T[], label: (one: T) => string) =>
  list.map((one) => ({ value: one.id, label: label(one) }))
const people = computed(() => choices(workshop.peopleThere, ({ name }) => name))
const moulds = computed(() =>
  choices(workshop.workshop?.moulds ?? [], ({ name, count }) => `${name} (there are ${count})`),
)
const made = computed(() =>
  choices(
    recipes.recipes.filter((recipe) => !recipe.archived),
    ({ name }) => name,
  ),
)
const bottles = computed(() => choices(resins.offered, ({ name }) => name))
const started = computed(() => choices(lines, ({ title }) => title))
</script>

<template>
  <form class="space-y-3" novalidate @submit.prevent="ask">
    <FieldChoice v-model="kind" label="What if" :options="kinds" />
    <template v-if="isSpan">
      <FieldChoice
        v-if="kind === 'away' || kind === 'extra'"
        v-model="draft.personId"
        label="Who"
        :options="people"
      />
      <div v-if="kind === 'away' || kind === 'boxOff'" class="grid grid-cols-2 gap-3">
        <FieldDate v-model="draft.from" label="From" :error="errorAt('fromAt')" /><FieldDate
          v-model="draft.to"
          label="To the end of"
          :error="errorAt('toAt')"
        />
      </div>
      <div v-else class="grid grid-cols-2 gap-3">
        <FieldDate
          v-model="draft.from"
          label="On"
          class="col-span-2"
          :error="errorAt('fromAt')"
        /><ClockField v-model="draft.fromMin" label="From" /><ClockField
          v-model="draft.toMin"
          label="To"
          :error="errorAt('toAt', 'extra[0]', 'boxOn[0]')"
        />
      </div>
    </template>
    <template v-else-if="kind === 'delivery'">
      <FieldChoice v-model="draft.resinId" label="Resin" :options="bottles" />
      <div class="grid grid-cols-2 gap-3">
        <FieldDate v-model="draft.from" label="It comes" :error="errorAt('at')" /><ClockField
          v-model="draft.fromMin"
          label="at"
        />
      </div>
    </template>
    <template v-else-if="kind === 'failed'">
      <FieldChoice
        v-model="draft.lineId"
        label="Of"
        :options="started"
        :error="errorAt('lineId')"
      />
      <FieldNumber
        :model-value="draft.pieces"
        label="Pieces made again"
        :error="errorAt('pieces')"
        @update:model-value="draft.pieces = $event ?? Number.NaN"
      />
    </template>
    <template v-else-if="kind === 'mould'">
      <FieldPick v-model="draft.mouldId" label="Mould" :options="moulds" />
      <FieldNumber
        :model-value="draft.pieces"
        label="How many more"
        :error="errorAt('copies')"
        @update:model-value="draft.pieces = $event ?? Number.NaN"
      />
    </template>
    <template v-else>
      <FieldPick
        v-model="draft.recipeId"
        label="Recipe"
        :options="made"
        :error="errorAt('recipeId')"
      />
      <div class="grid grid-cols-[6rem_1fr] gap-3">
        <FieldNumber
          :model-value="draft.pieces"
          label="How many"
          :error="errorAt('quantity')"
          @update:model-value="draft.pieces = $event ?? Number.NaN"
        /><FieldDate
          v-model="draft.promised"
          label="Wanted for (empty: as room is left)"
          optional
          :error="errorAt('promisedAt')"
        />
      </div>
      <p class="text-sm text-soft">
        With a date the others make way for it where that costs less; without one it takes the room
        they leave. The answer names the day it can be ready, and the day to promise.
      </p>
    </template>
    <button type="submit" class="press" :disabled="busy">Show what that would be</button>
  </form>
</template>
