<script setup lang="ts">
import type { HouseFields } from '~~/shared/schemas/house'

/** A pigment: its colour, its form, what it costs and what turns grams into drops and spoons. */
const pigment = defineModel<HouseFields['pigments']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const FORMS = [
  { value: 'powder', label: 'powder' },
  { value: 'paste', label: 'paste' },
  { value: 'ink', label: 'ink' },
] as const
const setNumber = (field: 'density' | 'bulkDensity' | 'dropMl', value: number | undefined) =>
  (pigment.value[field] = value ?? null)
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
    </div>
    <p class="text-soft">
      Density and drop turn a dose into drops, the density of the loose powder into spoons. Where
      they are not known, doses are told in grams.
    </p>
  </div>
</template>
