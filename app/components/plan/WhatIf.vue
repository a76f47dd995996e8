<script setup lang="ts">
import { DateTime } from 'luxon'
import { EVENING_MIN } from '~~/core/plan'
import { MINUTES_PER_DAY } from '~~/core/units'
import { planAskSchema } from '~~/shared/schemas/proposals'
import { check } from '~~/shared/schemas/check'
import { clockOfDay } from '~/utils/clockOfDay'
import type { PlanTerms } from '~~/shared/schemas/planTerms'
import type { PlanAsk, Supposition } from '~~/shared/schemas/proposals'
import { said } from '~~/shared/words'

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

const KINDS = [
  { value: 'away', label: 'somebody is away' },
  { value: 'extra', label: 'somebody stays longer' },
  { value: 'boxOn', label: 'the heated box runs longer' },
  { value: 'boxOff', label: 'the heated box is not to be had' },
  { value: 'delivery', label: 'a resin comes later' },
  { value: 'failed', label: 'pieces fail' },
  { value: 'mould', label: 'there is one more of a mould' },
  { value: 'order', label: 'something new is asked for' },
] as const
const kind = ref<(typeof KINDS)[number]['value']>('away')
const today = useWhen().localNow()
const draft = reactive({
  personId: workshop.workshop?.people[0]?.id ?? 0,
  mouldId: workshop.workshop?.moulds[0]?.id ?? 0,
  lineId: lines[0]?.id ?? 0,
  resinId: resins.resins[0]?.id ?? 0,
  recipeId: recipes.recipes.find((recipe) => !recipe.archived)?.id ?? 0,
  from: today.toFormat('yyyy-MM-dd'),
  to: today.plus({ days: 2 }).toFormat('yyyy-MM-dd'),
  fromTime: '17:00',
  toTime: '20:00',
  pieces: 1,
  promised: '',
})
const issues = ref<{ path: string; message: string }[]>([])
/** The last complaint about a field: what was there before is sound. */
const errorAt = (...fields: string[]) =>
  issues.value.findLast((issue) => fields.some((field) => issue.path.endsWith(`.${field}`)))
    ?.message

const instant = (day: string, time: string) =>
  DateTime.fromISO(`${day}T${time}`, { zone: workshop.timeZone }).toUTC().toISO() ?? ''
const endOf = (day: string) =>
  DateTime.fromISO(day, { zone: workshop.timeZone })
    .plus({ days: 1 })
    .startOf('day')
    .toUTC()
    .toISO() ?? ''
/** A box runs into the night: an hour before it was lit is one of the next day. */
const boxUntil = () =>
  instant(
    draft.toTime > draft.fromTime
      ? draft.from
      : DateTime.fromISO(draft.from).plus({ days: 1 }).toFormat('yyyy-MM-dd'),
    draft.toTime,
  )
function wanted(): PlanAsk {
  const more = (changes: Partial<PlanTerms>): PlanAsk => ({
    kind: 'keep',
    suppose: [],
    terms: { ...terms, ...changes },
  })
  const suppose = (one: Supposition, how: PlanAsk['kind'] = 'keep'): PlanAsk => ({
    kind: how,
    terms,
    suppose: [one],
  })
  switch (kind.value) {
    case 'away':
      return more({
        away: [
          ...terms.away,
          { personId: draft.personId, fromAt: instant(draft.from, '00:00'), toAt: endOf(draft.to) },
        ],
      })
    case 'extra':
      return {
        ...more({
          extra: [
            ...terms.extra,
            {
              personId: draft.personId,
              fromAt: instant(draft.from, draft.fromTime),
              toAt: instant(draft.from, draft.toTime),
            },
          ],
        }),
        kind: 'improve',
      }
    case 'boxOn':
      return {
        ...more({
          boxOn: [
            ...terms.boxOn,
            { fromAt: instant(draft.from, draft.fromTime), toAt: boxUntil() },
          ],
        }),
        kind: 'improve',
      }
    case 'boxOff':
      return more({
        boxOff: [...terms.boxOff, { fromAt: instant(draft.from, '00:00'), toAt: endOf(draft.to) }],
      })
    case 'delivery':
      return more({
        deliveries: [
          ...terms.deliveries.filter((one) => one.resinId !== draft.resinId),
          { resinId: draft.resinId, at: instant(draft.from, draft.fromTime) },
        ],
      })
    case 'failed':
      return suppose({ kind: 'failed', lineId: draft.lineId, pieces: draft.pieces })
    case 'mould':
      return suppose({ kind: 'mould', mouldId: draft.mouldId, copies: draft.pieces }, 'improve')
    case 'order':
      return suppose({
        kind: 'order',
        recipeId: draft.recipeId,
        quantity: draft.pieces,
        promisedAt: draft.promised === '' ? null : instant(draft.promised, '17:00'),
      })
  }
}
function ask(): void {
  const checked = check(planAskSchema, JSON.parse(JSON.stringify(wanted())))
  issues.value = checked.ok ? [] : checked.issues.map(said)
  if (checked.ok) emit('ask', checked.value)
}
watch(kind, () => {
  issues.value = []
  const runs = boxes.value.flatMap(({ climate }) =>
    'boxC' in climate && climate.runs ? [climate.runs.untilMin] : [],
  )
  if (kind.value === 'boxOn' && runs.length > 0)
    [draft.fromTime, draft.toTime] = [0, EVENING_MIN].map((later) =>
      clockOfDay((Math.min(...runs) + later) % MINUTES_PER_DAY),
    ) as [string, string]
})
const boxes = computed(() =>
  (workshop.workshop?.places ?? []).filter((place) => place.kind === 'box'),
)
const isSpan = computed(() => ['away', 'extra', 'boxOn', 'boxOff'].includes(kind.value))
/** Boxes have hours; where there is none nothing is asked about it. */
const kinds = computed(() =>
  KINDS.filter(({ value }) => !value.startsWith('box') || boxes.value.length > 0),
)
const people = computed(() =>
  (workshop.workshop?.people ?? []).map((person) => ({ value: person.id, label: person.name })),
)
const moulds = computed(() =>
  (workshop.workshop?.moulds ?? []).map((mould) => ({
    value: mould.id,
    label: `${mould.name} (there are ${mould.count})`,
  })),
)
const made = computed(() =>
  recipes.recipes
    .filter((recipe) => !recipe.archived)
    .map((recipe) => ({ value: recipe.id, label: recipe.name })),
)
const bottles = computed(() =>
  resins.resins.map((resin) => ({ value: resin.id, label: resin.name })),
)
const started = computed(() => lines.map((line) => ({ value: line.id, label: line.title })))
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
        <FieldText
          v-model="draft.from"
          label="From"
          type="date"
          :error="errorAt('fromAt')"
        /><FieldText
          v-model="draft.to"
          label="To the end of"
          type="date"
          :error="errorAt('toAt')"
        />
      </div>
      <div v-else class="grid grid-cols-2 gap-3">
        <FieldText
          v-model="draft.from"
          label="On"
          type="date"
          class="col-span-2"
          :error="errorAt('fromAt')"
        /><FieldText v-model="draft.fromTime" label="From" type="time" /><FieldText
          v-model="draft.toTime"
          label="To"
          type="time"
          :error="errorAt('toAt', 'extra[0]', 'boxOn[0]')"
        />
      </div>
    </template>
    <template v-else-if="kind === 'delivery'">
      <FieldChoice v-model="draft.resinId" label="Resin" :options="bottles" />
      <div class="grid grid-cols-2 gap-3">
        <FieldText
          v-model="draft.from"
          label="It comes"
          type="date"
          :error="errorAt('at')"
        /><FieldText v-model="draft.fromTime" label="at" type="time" />
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
      <FieldChoice v-model="draft.mouldId" label="Mould" :options="moulds" />
      <FieldNumber
        :model-value="draft.pieces"
        label="How many more"
        :error="errorAt('copies')"
        @update:model-value="draft.pieces = $event ?? Number.NaN"
      />
    </template>
    <template v-else>
      <FieldChoice
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
        /><FieldText
          v-model="draft.promised"
          label="Wanted for (empty: as room is left)"
          type="date"
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
