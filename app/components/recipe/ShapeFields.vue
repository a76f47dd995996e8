<script setup lang="ts">
import type { Shape } from '~~/core/size'
import { blankShape, EDITED_SHAPES, SHAPE_FIELDS, SHAPE_WORDS, type EditedKind } from '~/utils/shapes'

/** The form of a piece: its kind and its measures. */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const model = defineModel<Shape>({ required: true })
const kind = computed({
  get: () => model.value.kind as EditedKind,
  set: (value) => (model.value = blankShape(value)),
})
const options = EDITED_SHAPES.map((value) => ({ value, label: SHAPE_WORDS[value] }))
const measures = computed(() => model.value as unknown as Record<string, number | undefined>)
function set(name: string, value: number | undefined): void {
  const next: Record<string, unknown> = { ...model.value, [name]: value }
  if (value === undefined) Reflect.deleteProperty(next, name)
  model.value = next as unknown as Shape
}
</script>

<template>
  <div class="grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-3">
    <FieldChoice v-model="kind" label="Shape" :options="options" />
    <FieldNumber v-for="field in SHAPE_FIELDS[kind] ?? []" :key="kind + field.name" :model-value="measures[field.name]" :label="field.label" :unit="field.unit" :optional="field.optional" :error="errorAt(`shape.${field.name}`)" @update:model-value="set(field.name, $event)" />
  </div>
</template>
