<script setup lang="ts">
import type { Shape } from '~~/core/size'
import {
  blankShape,
  EDITED_SHAPES,
  isEdited,
  SHAPE_FIELDS,
  SHAPE_WORDS,
  type ShapeKind,
} from '~/utils/shapes'

/**
 * The form of a piece: its kind and its measures. A traced outline or a fill curve is kept as it
 * came.
 */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const model = defineModel<Shape>({ required: true })
const kind = computed({
  get: () => model.value.kind,
  set: (value: ShapeKind) => {
    if (isEdited(value)) model.value = blankShape(value)
  },
})
const options = computed(() =>
  [...EDITED_SHAPES, ...(isEdited(model.value.kind) ? [] : [model.value.kind])].map((value) => ({
    value: value as ShapeKind,
    label: SHAPE_WORDS[value],
  })),
)
const measures = computed(() => model.value as unknown as Record<string, number | undefined>)
const corners = computed(() => ('points' in model.value ? model.value.points.length : 0))
function set(name: string, value: number | undefined): void {
  const next: Record<string, unknown> = { ...model.value, [name]: value }
  if (value === undefined) Reflect.deleteProperty(next, name)
  model.value = next as unknown as Shape
}
</script>

<template>
  <div class="grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-3">
    <FieldChoice v-model="kind" label="Shape" :options="options" />
    <FieldNumber
      v-for="field in SHAPE_FIELDS[kind]"
      :key="kind + field.name"
      :model-value="measures[field.name]"
      :label="field.label"
      :unit="field.unit"
      :optional="field.optional"
      :error="errorAt(`shape.${field.name}`)"
      @update:model-value="set(field.name, $event)"
    />
    <p v-if="corners > 0" class="self-end pb-2 text-soft">
      {{ corners }} {{ kind === 'curve' ? 'levels' : 'corners' }}
    </p>
    <p v-if="errorAt('shape.points')" class="wrong">{{ errorAt('shape.points') }}</p>
  </div>
</template>
