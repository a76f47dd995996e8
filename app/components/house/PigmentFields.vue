<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import type { HouseFields } from '~~/shared/schemas/house'

/** A pigment: its colour, its form, what it costs and what turns grams into drops and spoons. */
const pigment = defineModel<HouseFields['pigments']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const FORMS = [
  { value: 'powder', label: 'powder' },
  { value: 'paste', label: 'paste' },
  { value: 'ink', label: 'ink' },
] as const
const VERDICTS = [
  { value: 'good', label: 'well' },
  { value: 'poor', label: 'badly' },
] as const
const resins = useResinStore()
const resinOptions = computed(() =>
  resins.resins.map(({ id, name }) => ({ value: id, label: name })),
)
type Figure = 'density' | 'bulkDensity' | 'dropMl' | 'tipG' | 'squirtG' | 'scoopG'
const setNumber = (field: Figure, value: number | undefined) =>
  (pigment.value[field] = value ?? null)
/** A maker’s own measures: weigh ten and divide. */
const MEASURES = [
  { field: 'tipG', label: 'a stick tip' },
  { field: 'squirtG', label: 'a squirt' },
  { field: 'scoopG', label: 'a scoop' },
] as const
</script>

<template>
  <div class="max-w-xl space-y-3">
    <FieldText v-model="pigment.name" label="Name" :error="errorAt('name')" />
    <div class="grid grid-cols-[auto_1fr] items-end gap-3">
      <label class="block"
        ><span class="block text-soft">Colour once cured</span
        ><input v-model="pigment.hex" type="color" class="block h-9 w-24 border border-firm" />
      </label>
      <FieldChoice v-model="pigment.form" label="Form" :options="FORMS" />
    </div>
    <p v-if="errorAt('hex')" class="wrong">{{ errorAt('hex') }}</p>
    <FieldMoney
      :model-value="pigment.pricePerG"
      label="Price of a gram"
      :error="errorAt('pricePerG')"
      @update:model-value="pigment.pricePerG = $event ?? ''"
    />
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-3">
      <FieldNumber
        optional
        :model-value="pigment.density ?? undefined"
        label="density"
        unit="g/ml"
        :error="errorAt('density')"
        @update:model-value="setNumber('density', $event)"
      />
      <FieldNumber
        v-if="pigment.form !== 'powder'"
        optional
        :model-value="pigment.dropMl ?? undefined"
        label="a drop"
        unit="ml"
        :error="errorAt('dropMl')"
        @update:model-value="setNumber('dropMl', $event)"
      />
      <FieldNumber
        v-if="pigment.form === 'powder'"
        optional
        :model-value="pigment.bulkDensity ?? undefined"
        label="loose powder"
        unit="g/ml"
        :error="errorAt('bulkDensity')"
        @update:model-value="setNumber('bulkDensity', $event)"
      />
      <FieldNumber
        v-for="{ field, label } in MEASURES"
        :key="field"
        optional
        :model-value="pigment[field] ?? undefined"
        :label="label"
        unit="g"
        :error="errorAt(field)"
        @update:model-value="setNumber(field, $event)"
      />
    </div>
    <p class="text-soft">
      A stick tip, a squirt, a scoop: weigh ten and divide. Density and drop turn a dose into drops,
      the density of the loose powder into spoons. Where they are not known, doses are told in
      grams.
    </p>
    <fieldset>
      <legend class="font-semibold">Trials: how it went with a resin</legend>
      <ul>
        <li
          v-for="(trial, i) in pigment.trials"
          :key="i"
          class="grid items-end gap-3 border-b border-hair py-2 sm:grid-cols-[1fr_8rem_1fr_auto]"
        >
          <FieldChoice
            v-model="trial.resinId"
            label="Resin"
            :options="resinOptions"
            :error="errorAt(`trials[${i}].resinId`)"
          />
          <FieldChoice v-model="trial.verdict" label="It went" :options="VERDICTS" />
          <FieldText
            v-model="trial.note"
            label="What was seen"
            :error="errorAt(`trials[${i}].note`)"
          />
          <button
            type="button"
            class="quiet slim"
            :aria-label="`Remove trial ${i + 1}`"
            @click="pigment.trials.splice(i, 1)"
          >
            <Trash2 :size="17" />
          </button>
        </li>
      </ul>
      <p v-if="errorAt('trials')" class="wrong">This {{ errorAt('trials') }}.</p>
      <button
        type="button"
        class="quiet slim mt-2"
        :disabled="resinOptions.length === 0"
        @click="pigment.trials.push({ resinId: 0, verdict: 'good', note: '' })"
      >
        Add a trial
      </button>
    </fieldset>
    <FieldText v-model="pigment.note" label="Note" :rows="3" :error="errorAt('note')" />
  </div>
</template>
