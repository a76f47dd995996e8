<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { NamedInclusion } from '~~/core/trade'

/** What is set into a layer of each piece: how much of it, how far under the level, and of what. */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const inclusions = defineModel<NamedInclusion[]>({ required: true })
const workshop = useWorkshopStore()
const session = useSessionStore()

const set = (at: number, changes: Partial<NamedInclusion>) =>
  (inclusions.value = inclusions.value.map((one, i) => {
    if (i !== at) return one
    const next: NamedInclusion = { ...one, ...changes }
    for (const key of Object.keys(changes) as (keyof NamedInclusion)[])
      if (next[key] === undefined) Reflect.deleteProperty(next, key)
    return next
  }))
const num = (value: number | undefined) => value ?? Number.NaN
const WAYS = [
  { value: 'ml', label: 'in ml' },
  { value: 'g', label: 'weighed' },
] as const
const isWeighed = (one: NamedInclusion) => one.volumeMl === undefined
const setWay = (at: number, way: 'ml' | 'g') =>
  set(
    at,
    way === 'g'
      ? { volumeMl: undefined, massG: 1, density: 1 }
      : { volumeMl: 1, massG: undefined, density: undefined },
  )
/** What is sold by the gram has a price once it is weighed. */
const lacksWeight = (one: NamedInclusion) =>
  !isWeighed(one) &&
  workshop.materials
    .get(one.materialId ?? 0)
    ?.unit.trim()
    .toLowerCase() === 'g'
</script>

<template>
  <fieldset>
    <legend class="text-soft">Set into each piece</legend>
    <div
      v-for="(one, i) in inclusions"
      :key="i"
      class="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1 border-b border-hair pb-2"
    >
      <FieldText
        class="min-w-40 flex-1"
        :model-value="one.name"
        label="What"
        :error="errorAt(`[${i}].name`)"
        @update:model-value="set(i, { name: $event })"
      />
      <FieldNumber
        class="w-24"
        optional
        :model-value="one.count"
        label="how many"
        :error="errorAt(`[${i}].count`)"
        @update:model-value="set(i, { count: $event })"
      />
      <FieldChoice
        class="w-28"
        label="each takes"
        :options="WAYS"
        :model-value="isWeighed(one) ? 'g' : 'ml'"
        @update:model-value="setWay(i, $event)"
      />
      <FieldNumber
        v-if="!isWeighed(one)"
        class="w-28"
        :model-value="one.volumeMl"
        label="each"
        unit="ml"
        :error="errorAt(`[${i}].volumeMl`)"
        @update:model-value="set(i, { volumeMl: num($event) })"
      />
      <FieldNumber
        v-else
        class="w-28"
        :model-value="one.massG"
        label="each"
        unit="g"
        :error="errorAt(`[${i}].massG`)"
        @update:model-value="set(i, { massG: num($event) })"
      />
      <FieldNumber
        v-if="isWeighed(one)"
        class="w-32"
        :model-value="one.density"
        label="density"
        unit="g/ml"
        :error="errorAt(`[${i}].density`)"
        @update:model-value="set(i, { density: num($event) })"
      />
      <FieldNumber
        v-else
        class="w-28"
        optional
        :model-value="one.heightMm"
        label="high"
        unit="mm"
        :error="errorAt(`[${i}].heightMm`)"
        @update:model-value="set(i, { heightMm: $event })"
      />
      <FieldPick
        class="min-w-48 flex-1"
        label="From the stores"
        :options="workshop.materialsOrNone"
        :model-value="one.materialId ?? 0"
        :error="errorAt(`[${i}].materialId`)"
        @update:model-value="set(i, { materialId: $event || undefined })"
      />
      <FieldNumber
        optional
        class="w-36"
        :model-value="one.underPct"
        label="under the level"
        unit="%"
        placeholder="100"
        :error="errorAt(`[${i}].underPct`)"
        @update:model-value="set(i, { underPct: $event })"
      />
      <button
        type="button"
        class="quiet slim"
        :aria-label="`Remove ${one.name || 'this'}`"
        @click="inclusions = inclusions.filter((_, j) => j !== i)"
      >
        <Trash2 :size="16" />
      </button>
      <p v-if="lacksWeight(one) && session.may('see prices')" class="w-full text-sm text-soon">
        Sold by the gram: weigh it to price it.
      </p>
    </div>
    <p v-if="errorAt('')" class="wrong">{{ errorAt('') }}</p>
    <button
      type="button"
      class="quiet slim mt-1 inline-flex items-center gap-1"
      @click="inclusions = [...inclusions, { name: 'inclusion', volumeMl: 1 }]"
    >
      <Plus :size="16" /> inclusion
    </button>
  </fieldset>
</template>
