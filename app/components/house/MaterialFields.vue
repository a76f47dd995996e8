<script setup lang="ts">
import type { HouseFields } from '~~/shared/schemas/house'

/** A material: what it is, and how it is bought. */
const material = defineModel<HouseFields['materials']>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const house = useHouseStore()
const workshop = useWorkshopStore()
const KINDS = [
  'base',
  'stones',
  'leaf',
  'hardware',
  'paste',
  'tape',
  'gloves',
  'cups',
  'paper',
  'oil',
  'wax',
]
const UNITS = ['piece', 'g', 'ml', 'm', 'pair', 'sheet']
const known = (key: 'kind' | 'unit' | 'supplier', shipped: readonly string[] = []) =>
  computed(() =>
    [...new Set([...shipped, ...house.listOf('materials').map((one) => one[key])])]
      .filter((word) => word !== '')
      .sort(),
  )
const kinds = known('kind', KINDS)
const units = known('unit', UNITS)
const suppliers = known('supplier')
</script>

<template>
  <div class="max-w-xl space-y-3">
    <FieldText v-model="material.name" label="Name" :error="errorAt('name')" />
    <div class="grid gap-3 sm:grid-cols-2">
      <FieldSearch v-model="material.kind" label="Kind" :options="kinds" :error="errorAt('kind')" />
      <FieldSearch
        v-model="material.unit"
        label="Counted in"
        :options="units"
        :error="errorAt('unit')"
      />
      <FieldNumber
        :model-value="material.packSize"
        label="a pack has"
        :unit="material.unit === 'piece' ? 'pieces' : material.unit"
        :error="errorAt('packSize')"
        @update:model-value="material.packSize = $event ?? NaN"
      />
      <FieldMoney
        :model-value="material.packPrice"
        :label="`price of a pack, ${workshop.rules?.currency ?? ''}`"
        :error="errorAt('packPrice')"
        @update:model-value="material.packPrice = $event ?? ''"
      />
      <FieldSearch
        v-model="material.supplier"
        label="Bought from"
        :options="suppliers"
        :error="errorAt('supplier')"
      />
      <FieldNumber
        :model-value="material.leadDays"
        label="comes after"
        unit="days"
        :error="errorAt('leadDays')"
        @update:model-value="material.leadDays = $event ?? NaN"
      />
    </div>
    <FieldText v-model="material.note" label="Note" :rows="3" :error="errorAt('note')" />
  </div>
</template>
