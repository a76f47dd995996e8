<script setup lang="ts">
import type { Fill } from '~~/core/size'
import { blankFill, fillKindOf, FILL_KINDS, FILL_WORDS, type FillKind } from '~/utils/shapes'

/** How far a layer is filled: a depth, a share, the brim, or a coat. */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const fill = defineModel<Fill>({ required: true })
const num = (value: number | undefined) => value ?? Number.NaN
const kind = computed({
  get: () => fillKindOf(fill.value),
  set: (chosen: FillKind) => (fill.value = blankFill(chosen)),
})
const OPTIONS = FILL_KINDS.map((value) => ({ value, label: FILL_WORDS[value] }))
const setCoat = (
  name: 'thicknessMm' | 'sideHeightMm' | 'sideThicknessMm',
  value: number | undefined,
) => {
  const coat: Record<string, number> = { thicknessMm: 2, ...fill.value.coat }
  if (value === undefined) Reflect.deleteProperty(coat, name)
  else coat[name] = value
  fill.value = { coat: coat as { thicknessMm: number } }
}
</script>

<template>
  <FieldChoice
    v-model="kind"
    class="col-span-2"
    label="Filled"
    :options="OPTIONS"
    :error="errorAt('')"
  />
  <FieldNumber
    v-if="kind === 'depthMm'"
    :model-value="fill.depthMm"
    label="deep"
    unit="mm"
    :error="errorAt('.depthMm')"
    @update:model-value="fill = { depthMm: num($event) }"
  />
  <FieldNumber
    v-else-if="kind === 'heightFraction'"
    :model-value="fill.heightFraction"
    label="share (0 to 1)"
    :error="errorAt('.heightFraction')"
    @update:model-value="fill = { heightFraction: num($event) }"
  />
  <FieldNumber
    v-else-if="kind === 'volumeFraction'"
    :model-value="fill.volumeFraction"
    label="share (0 to 1)"
    :error="errorAt('.volumeFraction')"
    @update:model-value="fill = { volumeFraction: num($event) }"
  />
  <template v-else-if="kind === 'coat'">
    <FieldNumber
      :model-value="fill.coat?.thicknessMm"
      label="film"
      unit="mm"
      :error="errorAt('.coat.thicknessMm')"
      @update:model-value="setCoat('thicknessMm', num($event))"
    />
    <FieldNumber
      optional
      :model-value="fill.coat?.sideHeightMm"
      label="sides, high"
      unit="mm"
      @update:model-value="setCoat('sideHeightMm', $event)"
    />
    <FieldNumber
      optional
      :model-value="fill.coat?.sideThicknessMm"
      label="sides, film"
      unit="mm"
      @update:model-value="setCoat('sideThicknessMm', $event)"
    />
  </template>
</template>
