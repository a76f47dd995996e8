<script setup lang="ts">
import {
  MILESTONES,
  MILESTONE_WORDS,
  originOf,
  SOFT_MILESTONES,
  type Awaited,
  type CountsFrom,
  type Milestone,
  type Origin,
} from '~~/core/trade'
import { MINUTES_PER_HOUR } from '~~/core/units'
import type { ResinFields } from '~~/shared/schemas/resins'
import { RESIN_FIELDS } from '~/utils/resinFields'

/** When a resin reaches each milestone, and how warmth and mass change that. */
const resin = defineModel<ResinFields>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const COUNTS: { value: CountsFrom; label: string }[] = [
  { value: 'stirred', label: 'the end of stirring' },
  { value: 'contact', label: 'the first contact of the parts' },
]
const countsFrom = computed({
  get: () => resin.value.countsFrom ?? 'stirred',
  set: (from) => (resin.value = { ...resin.value, countsFrom: from }),
})
const REFERENCE = { key: 'referenceC', label: 'times hold at', unit: '°C' } as const

/** The first two are told in minutes, as on a data sheet; the others in hours. */
const unitOf = (name: Awaited) =>
  name === 'work' || name === 'gel'
    ? { unit: 'min', minutes: 1 }
    : { unit: 'h', minutes: MINUTES_PER_HOUR }
const rows = computed(() =>
  MILESTONES.map((name) => ({
    name,
    label: MILESTONE_WORDS[name],
    unit: unitOf(name).unit,
    amount: resin.value.milestones[name] / unitOf(name).minutes,
    origin: originOf(resin.value, name),
  })),
)
/** What not every resin is known for: empty where it is not. */
const softRows = computed(() =>
  SOFT_MILESTONES.map((name) => {
    const minutes = resin.value.milestones[name]
    return {
      name,
      label: MILESTONE_WORDS[name],
      hours: minutes === undefined ? undefined : minutes / MINUTES_PER_HOUR,
    }
  }),
)
function setSoft(name: (typeof SOFT_MILESTONES)[number], hours: number | undefined): void {
  const milestones = { ...resin.value.milestones }
  if (hours === undefined) Reflect.deleteProperty(milestones, name)
  else milestones[name] = hours * MINUTES_PER_HOUR
  resin.value = { ...resin.value, milestones }
}
const setMilestone = (name: Milestone, amount: number | undefined) =>
  (resin.value.milestones[name] = (amount ?? Number.NaN) * unitOf(name).minutes)
const setOrigin = (name: Milestone, from: Origin) =>
  (resin.value = { ...resin.value, origins: { ...resin.value.origins, [name]: from } })
</script>

<template>
  <div class="flex flex-wrap gap-x-6 gap-y-3">
    <ResinFigure v-model="resin" class="w-56" :field="REFERENCE" :error-at="errorAt" />
    <FieldChoice
      v-model="countsFrom"
      label="Working time counts from"
      :options="COUNTS"
      :error="errorAt('countsFrom')"
    />
  </div>
  <table class="ledger">
    <thead>
      <tr>
        <th>milestone</th>
        <th>from the pour</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.name">
        <td>{{ row.label }}</td>
        <td class="w-72">
          <SourcedNumber
            hide-label
            :label="row.label"
            :origin="row.origin"
            :model-value="row.amount"
            :unit="row.unit"
            :error="errorAt(`milestones.${row.name}`)"
            @origin="setOrigin(row.name, $event)"
            @update:model-value="setMilestone(row.name, $event)"
          />
        </td>
      </tr>
      <tr v-for="row in softRows" :key="row.name">
        <td>{{ row.label }}</td>
        <td class="w-72">
          <FieldNumber
            optional
            hide-label
            :label="row.label"
            :model-value="row.hours"
            unit="h"
            :error="errorAt(`milestones.${row.name}`)"
            @update:model-value="setSoft(row.name, $event)"
          />
        </td>
      </tr>
    </tbody>
  </table>
  <div class="grid grid-cols-2 gap-x-6 gap-y-3">
    <ResinFigure
      v-for="field in RESIN_FIELDS.speed"
      :key="field.key"
      v-model="resin"
      :field="field"
      :error-at="errorAt"
    />
  </div>
  <p class="text-soft">
    55 kJ/mol and an exponent of {{ written('0.35') }} are starting values; data sheets rarely give
    them. Until its cures are known, they are taken to be as its sheet says, give or take 15 %.
  </p>
</template>
