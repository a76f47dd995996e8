<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { Layer } from '~~/core/trade'
import { blankFill, fillKindOf, FILL_KINDS, FILL_WORDS, type FillKind } from '~/utils/shapes'

/** One layer: resin, fill, rest, cups, inclusions, and how it joins the one before it. */
const { errorAt, first, workMin } = defineProps<{
  errorAt: (path: string) => string | undefined
  first: boolean
  /** How long its mix for one piece stays workable, minutes; null while that is not known. */
  workMin: number | null
}>()
const layer = defineModel<Layer>({ required: true })
const resins = useResinStore()

const set = (changes: Partial<Layer>) => (layer.value = { ...layer.value, ...changes })
const num = (value: number | undefined) => value ?? Number.NaN
const fillKind = computed({
  get: () => fillKindOf(layer.value.fill),
  set: (kind: FillKind) => set({ fill: blankFill(kind) }),
})
const fillOptions = FILL_KINDS.map((value) => ({ value, label: FILL_WORDS[value] }))
const resinOptions = computed(() =>
  resins.resins
    .filter((resin) => resin.archivedAt === null || resin.id === layer.value.resinId)
    .map((resin) => ({ value: resin.id, label: resin.name })),
)
const JOINS = [
  { value: 'either', label: 'tacky, else sanded' },
  { value: 'tack', label: 'while tacky' },
  { value: 'sand', label: 'cured, sanded, wiped' },
  { value: 'plain', label: 'hard, as it is' },
] as const
const setCoat = (
  name: 'thicknessMm' | 'sideHeightMm' | 'sideThicknessMm',
  value: number | undefined,
) => {
  const coat: Record<string, number> = { thicknessMm: 2, ...layer.value.fill.coat }
  if (value === undefined) Reflect.deleteProperty(coat, name)
  else coat[name] = value
  set({ fill: { coat: coat as { thicknessMm: number } } })
}
const replaced = <T,>(list: readonly T[], at: number, changes: Partial<T>): T[] =>
  list.map((one, i) => (i === at ? { ...one, ...changes } : one))
</script>

<template>
  <div class="space-y-3">
    <div
      class="grid grid-cols-2 gap-x-4 gap-y-2"
      :class="first ? 'sm:grid-cols-[1fr_1.3fr]' : 'sm:grid-cols-[1fr_1.3fr_1.2fr]'"
    >
      <FieldText
        :model-value="layer.name"
        label="Layer"
        :error="errorAt('name')"
        @update:model-value="set({ name: $event })"
      />
      <FieldPick
        :model-value="layer.resinId"
        label="Resin"
        :options="resinOptions"
        :error="errorAt('resinId')"
        @update:model-value="set({ resinId: $event })"
      />
      <FieldChoice
        v-if="!first"
        :model-value="layer.joins"
        label="On the layer before"
        :options="JOINS"
        @update:model-value="set({ joins: $event })"
      />
    </div>
    <div class="grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-5">
      <FieldChoice
        v-model="fillKind"
        class="col-span-2"
        label="Filled"
        :options="fillOptions"
        :error="errorAt('fill')"
      />
      <FieldNumber
        v-if="fillKind === 'depthMm'"
        :model-value="layer.fill.depthMm"
        label="deep"
        unit="mm"
        :error="errorAt('fill.depthMm')"
        @update:model-value="set({ fill: { depthMm: num($event) } })"
      />
      <FieldNumber
        v-else-if="fillKind === 'heightFraction'"
        :model-value="layer.fill.heightFraction"
        label="share (0 to 1)"
        :error="errorAt('fill.heightFraction')"
        @update:model-value="set({ fill: { heightFraction: num($event) } })"
      />
      <FieldNumber
        v-else-if="fillKind === 'volumeFraction'"
        :model-value="layer.fill.volumeFraction"
        label="share (0 to 1)"
        :error="errorAt('fill.volumeFraction')"
        @update:model-value="set({ fill: { volumeFraction: num($event) } })"
      />
      <template v-else-if="fillKind === 'coat'">
        <FieldNumber
          :model-value="layer.fill.coat?.thicknessMm"
          label="film"
          unit="mm"
          :error="errorAt('fill.coat.thicknessMm')"
          @update:model-value="setCoat('thicknessMm', num($event))"
        />
        <FieldNumber
          optional
          :model-value="layer.fill.coat?.sideHeightMm"
          label="sides, high"
          unit="mm"
          @update:model-value="setCoat('sideHeightMm', $event)"
        />
        <FieldNumber
          optional
          :model-value="layer.fill.coat?.sideThicknessMm"
          label="sides, film"
          unit="mm"
          @update:model-value="setCoat('sideThicknessMm', $event)"
        />
      </template>
      <FieldNumber
        :model-value="layer.runOffPct"
        label="run-off"
        unit="%"
        :error="errorAt('runOffPct')"
        @update:model-value="set({ runOffPct: num($event) })"
      />
    </div>
    <RestFields
      :model-value="layer.rest"
      :work-min="workMin"
      :error-at="(path) => errorAt(`rest.${path}`)"
      @update:model-value="set({ rest: $event ?? layer.rest })"
    />
    <CupTable
      :model-value="layer.cups"
      :layer="layer"
      :work-min="workMin"
      :error-at="errorAt"
      @update:model-value="set({ cups: $event })"
    />
    <div>
      <fieldset>
        <legend class="text-soft">Inclusions in each piece</legend>
        <div
          v-for="(one, i) in layer.inclusions"
          :key="i"
          class="mt-1 grid grid-cols-[1fr_6.5rem_6.5rem_auto] items-end gap-2"
        >
          <FieldText
            :model-value="one.name"
            :hide-label="i > 0"
            label="What is set in"
            :error="errorAt(`inclusions[${i}].name`)"
            @update:model-value="
              set({ inclusions: replaced(layer.inclusions, i, { name: $event }) })
            "
          />
          <FieldNumber
            v-if="one.volumeMl !== undefined"
            :hide-label="i > 0"
            :model-value="one.volumeMl"
            label="takes"
            unit="ml"
            :error="errorAt(`inclusions[${i}].volumeMl`)"
            @update:model-value="
              set({ inclusions: replaced(layer.inclusions, i, { volumeMl: num($event) }) })
            "
          />
          <span v-else class="self-center text-soft"
            >{{ one.massG }} g at {{ one.density }} g/ml</span
          >
          <FieldNumber
            :hide-label="i > 0"
            optional
            :model-value="one.heightMm"
            label="high"
            unit="mm"
            :error="errorAt(`inclusions[${i}].heightMm`)"
            @update:model-value="
              set({ inclusions: replaced(layer.inclusions, i, { heightMm: $event }) })
            "
          />
          <button
            type="button"
            class="quiet slim"
            :aria-label="`Remove inclusion ${i + 1}`"
            @click="set({ inclusions: layer.inclusions.filter((_, j) => j !== i) })"
          >
            <Trash2 :size="16" />
          </button>
        </div>
        <p v-if="errorAt('inclusions')" class="wrong">{{ errorAt('inclusions') }}</p>
        <button
          type="button"
          class="quiet slim mt-1 inline-flex items-center gap-1"
          @click="set({ inclusions: [...layer.inclusions, { name: 'inclusion', volumeMl: 1 }] })"
        >
          <Plus :size="16" /> inclusion
        </button>
      </fieldset>
    </div>
  </div>
</template>
