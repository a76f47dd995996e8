<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import type { Filler } from '~~/core/trade'

/** What is stirred into a cup and takes up room, for each piece: as heaped, or weighed. */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const fillers = defineModel<Filler[]>({ required: true })
const workshop = useWorkshopStore()

const set = (at: number, changes: Partial<Filler>) =>
  (fillers.value = fillers.value.map((one, i) => (i === at ? { ...one, ...changes } : one)))
function setMaterial(at: number, materialId: number): void {
  fillers.value = fillers.value.map((one, i) => {
    if (i !== at) return one
    const { materialId: _before, ...others } = one
    return materialId === 0 ? others : { ...others, materialId }
  })
}
const WAYS = [
  { value: 'ml', label: 'as heaped' },
  { value: 'g', label: 'weighed' },
] as const
/** Of quartz, as sand and glass about are, g/ml. */
const USUAL_DENSITY = 2.6
const setWay = (at: number, way: 'ml' | 'g') =>
  set(at, { amount: way === 'g' ? { massG: 5, density: USUAL_DENSITY } : { ml: 5 } })
</script>

<template>
  <fieldset>
    <legend class="text-soft">Stirred in, for each piece</legend>
    <div
      v-for="(filler, i) in fillers"
      :key="i"
      class="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1 border-b border-hair pb-2"
    >
      <FieldText
        class="min-w-36 flex-1"
        label="What"
        :model-value="filler.name"
        :error="errorAt(`[${i}].name`)"
        @update:model-value="set(i, { name: $event })"
      />
      <FieldChoice
        class="w-28"
        label="measured"
        :options="WAYS"
        :model-value="'ml' in filler.amount ? 'ml' : 'g'"
        @update:model-value="setWay(i, $event)"
      />
      <FieldNumber
        v-if="'ml' in filler.amount"
        class="w-28"
        label="how much"
        unit="ml"
        :model-value="filler.amount.ml"
        :error="errorAt(`[${i}].amount.ml`) ?? errorAt(`[${i}].amount`)"
        @update:model-value="set(i, { amount: { ml: $event ?? NaN } })"
      />
      <template v-else>
        <FieldNumber
          class="w-28"
          label="how much"
          unit="g"
          :model-value="filler.amount.massG"
          :error="errorAt(`[${i}].amount.massG`) ?? errorAt(`[${i}].amount`)"
          @update:model-value="set(i, { amount: { ...filler.amount, massG: $event ?? NaN } })"
        />
        <FieldNumber
          class="w-32"
          label="density"
          unit="g/ml"
          :model-value="filler.amount.density"
          :error="errorAt(`[${i}].amount.density`)"
          @update:model-value="set(i, { amount: { ...filler.amount, density: $event ?? NaN } })"
        />
      </template>
      <FieldPick
        class="min-w-48 flex-1"
        label="From the stores"
        :options="workshop.materialsOrNone"
        :model-value="filler.materialId ?? 0"
        :error="errorAt(`[${i}].materialId`)"
        @update:model-value="setMaterial(i, $event)"
      />
      <button
        type="button"
        class="quiet slim"
        :aria-label="`Remove what is stirred in ${i + 1}`"
        @click="fillers = fillers.filter((_, j) => j !== i)"
      >
        <Trash2 :size="16" />
      </button>
    </div>
  </fieldset>
</template>
