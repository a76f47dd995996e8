<script setup lang="ts">
import type { Fill } from '~~/core/size'
import type { Layer } from '~~/core/trade'

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
const resinOptions = computed(() =>
  resins.resins
    .filter((resin) => resin.archivedAt === null || resin.id === layer.value.resinId)
    .map((resin) => ({ value: resin.id, label: resin.name })),
)
/** What its mix was before another resin was chosen: its rests are shares, and went along. */
const before = shallowRef<{ resin: string; workMin: number } | null>(null)
watch(
  () => [layer.value.resinId, workMin] as const,
  ([resinId, nowMin], [was, wasMin]) => {
    if (resinId === was) return
    const resin = resins.byId.get(was)?.name
    before.value =
      resin !== undefined && wasMin !== null && nowMin !== null ? { resin, workMin: wasMin } : null
  },
)
const JOINS = [
  { value: 'either', label: 'tacky, else sanded' },
  { value: 'tack', label: 'while tacky' },
  { value: 'sand', label: 'cured, sanded, wiped' },
  { value: 'plain', label: 'hard, as it is' },
  { value: 'wet', label: 'while that is wet' },
] as const
const SIDES = [
  { value: 'inside', label: 'what is there' },
  { value: 'face', label: 'the face' },
  { value: 'back', label: 'the back' },
  { value: 'sides', label: 'the edges alone' },
] as const
function setAtOnce(atOnce: number | undefined): void {
  const { atOnce: _before, ...others } = layer.value
  layer.value = { ...others, ...(atOnce !== undefined && { atOnce }) }
}
/** What fills a piece lies on none of its sides. */
const setFill = (fill: Fill) =>
  set({ fill, ...(fill.coat ? {} : { side: 'inside', coversPct: 100 }) })
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
      <FillFields
        :model-value="layer.fill"
        :error-at="(path) => errorAt(`fill${path}`)"
        @update:model-value="setFill"
      />
      <FieldNumber
        :model-value="layer.runOffPct"
        label="run-off"
        unit="%"
        :error="errorAt('runOffPct')"
        @update:model-value="set({ runOffPct: num($event) })"
      />
      <template v-if="layer.fill.coat">
        <FieldChoice
          class="col-span-2"
          :model-value="layer.side"
          label="Coats"
          :options="SIDES"
          :error="errorAt('side')"
          @update:model-value="set({ side: $event })"
        />
        <FieldNumber
          :model-value="layer.coversPct"
          label="of that"
          unit="%"
          :error="errorAt('coversPct')"
          @update:model-value="set({ coversPct: num($event) })"
        />
      </template>
      <label class="col-span-2 flex items-center gap-2 self-end"
        ><input
          type="checkbox"
          class="size-5 accent-ink"
          :checked="layer.isHeated"
          @change="set({ isHeated: ($event.target as HTMLInputElement).checked })"
        />cures in the heated box</label
      >
      <FieldNumber
        optional
        :model-value="layer.atOnce"
        class="col-span-2"
        label="from one mix at most"
        unit="pieces"
        :error="errorAt('atOnce')"
        @update:model-value="setAtOnce"
      />
    </div>
    <RestFields
      :model-value="layer.rest"
      :work-min="workMin"
      :before="before"
      :error-at="(path) => errorAt(`rest.${path}`)"
      @update:model-value="set({ rest: $event ?? layer.rest })"
    />
    <CupTable
      :model-value="layer.cups"
      :layer="layer"
      :work-min="workMin"
      :before="before"
      :error-at="errorAt"
      @update:model-value="set({ cups: $event })"
    />
    <InclusionFields
      :model-value="layer.inclusions"
      :error-at="(path) => errorAt(`inclusions${path}`)"
      @update:model-value="set({ inclusions: $event })"
    />
  </div>
</template>
