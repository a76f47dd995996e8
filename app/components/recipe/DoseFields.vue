<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { DOSE_UNITS, type CupPigment, type Dose, type DoseUnit } from '~~/core/trade'

/** The pigments of a cup, each by load, by count, or to 30 ml. */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const pigments = defineModel<CupPigment[]>({ required: true })
const workshop = useWorkshopStore()
const options = computed(() =>
  workshop.pigmentsInUse.map((pigment) => ({ value: pigment.id, label: pigment.name })),
)
type Way = 'loadPct' | `n ${DoseUnit}` | `per30Ml ${DoseUnit}`
const WAYS: { value: Way; label: string }[] = [
  { value: 'loadPct', label: '% of the resin' },
  ...DOSE_UNITS.map((unit) => ({ value: `n ${unit}` as Way, label: UNIT_WORDS[unit] })),
  ...DOSE_UNITS.map((unit) => ({
    value: `per30Ml ${unit}` as Way,
    label: `${UNIT_WORDS[unit]} to 30 ml`,
  })),
]
const wayOf = (dose: Dose): Way =>
  'loadPct' in dose ? 'loadPct' : 'n' in dose ? `n ${dose.unit}` : `per30Ml ${dose.unit}`
const amountOf = (dose: Dose): number =>
  'loadPct' in dose ? dose.loadPct : 'n' in dose ? dose.n : dose.per30Ml
function doseOf(way: Way, amount: number): Dose {
  const [kind, unit] = way.split(' ') as ['loadPct' | 'n' | 'per30Ml', DoseUnit]
  return kind === 'loadPct'
    ? { loadPct: amount }
    : kind === 'n'
      ? { n: amount, unit }
      : { per30Ml: amount, unit }
}
const set = (at: number, changes: Partial<CupPigment>) =>
  (pigments.value = pigments.value.map((one, i) => (i === at ? { ...one, ...changes } : one)))
const FIRST_LOAD_PCT = 1
const add = () =>
  (pigments.value = [
    ...pigments.value,
    { pigmentId: options.value[0]?.value ?? 0, dose: { loadPct: FIRST_LOAD_PCT } },
  ])
</script>

<template>
  <fieldset>
    <legend class="text-soft">Pigments</legend>
    <div
      v-for="(one, i) in pigments"
      :key="i"
      class="mt-1 grid grid-cols-[1fr_5.5rem_9rem_auto] items-start gap-2"
    >
      <FieldPick
        hide-label
        :model-value="one.pigmentId"
        label="Pigment"
        :options="options"
        :error="errorAt(`pigments[${i}].pigmentId`)"
        @update:model-value="set(i, { pigmentId: $event })"
      />
      <FieldNumber
        hide-label
        :model-value="amountOf(one.dose)"
        label="how much"
        :error="
          errorAt(`pigments[${i}].dose.loadPct`) ??
          errorAt(`pigments[${i}].dose.n`) ??
          errorAt(`pigments[${i}].dose.per30Ml`) ??
          errorAt(`pigments[${i}].dose`)
        "
        @update:model-value="set(i, { dose: doseOf(wayOf(one.dose), $event ?? NaN) })"
      />
      <FieldChoice
        hide-label
        label="counted in"
        :model-value="wayOf(one.dose)"
        :options="WAYS"
        @update:model-value="set(i, { dose: doseOf($event, amountOf(one.dose)) })"
      />
      <button
        type="button"
        class="quiet slim"
        :aria-label="`Remove pigment ${i + 1}`"
        @click="pigments = pigments.filter((_, j) => j !== i)"
      >
        <Trash2 :size="16" />
      </button>
    </div>
    <button type="button" class="quiet slim mt-1 inline-flex items-center gap-1" @click="add">
      <Plus :size="16" /> pigment
    </button>
  </fieldset>
</template>
