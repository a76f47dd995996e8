<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { Layer } from '~~/core/trade'
import { blankFill, fillKindOf, FILL_KINDS, FILL_WORDS, type FillKind } from '~/utils/shapes'

/** One layer: resin, fill, colour, inclusions, times, and how it joins the one before it. */
const { errorAt, first } = defineProps<{
  errorAt: (path: string) => string | undefined
  first: boolean
}>()
const layer = defineModel<Layer>({ required: true })
const resins = useResinStore()
const workshop = useWorkshopStore()

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
const pigmentOptions = computed(() =>
  workshop.pigmentsInUse.map((pigment) => ({ value: pigment.id, label: pigment.name })),
)
const RECOATS = [
  { value: 'either', label: 'tacky, else sanded' },
  { value: 'tack', label: 'while tacky' },
  { value: 'sand', label: 'cured, sanded, wiped' },
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
const heatText = computed({
  get: () => written(minuteList(layer.value.heatAfterMin)),
  set: (text) => set({ heatAfterMin: readMinuteList(text) }),
})
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
        :model-value="layer.recoat"
        label="On the layer before"
        :options="RECOATS"
        @update:model-value="set({ recoat: $event })"
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
      <FieldNumber
        :model-value="layer.cups"
        label="cups"
        :error="errorAt('cups')"
        @update:model-value="set({ cups: num($event) })"
      />
    </div>
    <div class="grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
      <FieldNumber
        :model-value="layer.stirMin"
        label="stir"
        unit="min"
        :error="errorAt('stirMin')"
        @update:model-value="set({ stirMin: num($event) })"
      />
      <FieldNumber
        :model-value="layer.restMin"
        label="rest after stirring"
        unit="min"
        :error="errorAt('restMin')"
        @update:model-value="set({ restMin: num($event) })"
      />
      <FieldNumber
        :model-value="layer.pourMin"
        label="pour, each piece"
        unit="min"
        :error="errorAt('pourMin')"
        @update:model-value="set({ pourMin: num($event) })"
      />
      <FieldText
        v-model.lazy="heatText"
        label="heat, min after"
        :error="
          errorAt('heatAfterMin[0]') ?? errorAt('heatAfterMin[1]') ?? errorAt('heatAfterMin[2]')
        "
      />
    </div>
    <div class="grid gap-4 lg:max-xl:grid-cols-2">
      <fieldset>
        <legend class="text-soft">Colour, pigment per 100 of resin by weight</legend>
        <div
          v-for="(one, i) in layer.pigments"
          :key="i"
          class="mt-1 grid grid-cols-[1fr_7.5rem_auto] gap-2"
        >
          <FieldPick
            hide-label
            :model-value="one.pigmentId"
            label="Pigment"
            :options="pigmentOptions"
            :error="errorAt(`pigments[${i}].pigmentId`)"
            @update:model-value="
              set({ pigments: replaced(layer.pigments, i, { pigmentId: $event }) })
            "
          />
          <FieldNumber
            hide-label
            :model-value="one.loadPct"
            label="load"
            unit="%"
            :error="errorAt(`pigments[${i}].loadPct`)"
            @update:model-value="
              set({ pigments: replaced(layer.pigments, i, { loadPct: num($event) }) })
            "
          />
          <button
            type="button"
            class="quiet slim"
            :aria-label="`Remove pigment ${i + 1}`"
            @click="set({ pigments: layer.pigments.filter((_, j) => j !== i) })"
          >
            <Trash2 :size="16" />
          </button>
        </div>
        <button
          type="button"
          class="quiet slim mt-1 inline-flex items-center gap-1"
          @click="
            set({
              pigments: [
                ...layer.pigments,
                { pigmentId: pigmentOptions[0]?.value ?? 0, loadPct: 1 },
              ],
            })
          "
        >
          <Plus :size="16" /> pigment
        </button>
      </fieldset>
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
