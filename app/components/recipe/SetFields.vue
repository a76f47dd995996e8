<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { Recipe, SetPiece } from '~~/core/trade'
import { drawnLayers } from '~/utils/drawnLayers'
import { blankShape } from '~/utils/shapes'

/**
 * The other pieces of a set: poured with the same layers from the same mix, so that they share
 * their colours.
 */
const { recipe, errorAt } = defineProps<{
  recipe: Recipe
  errorAt: (path: string) => string | undefined
}>()
const others = defineModel<SetPiece[]>({ required: true })
const workshop = useWorkshopStore()
const set = (at: number, changes: Partial<SetPiece>) =>
  (others.value = others.value.map((one, i) => (i === at ? { ...one, ...changes } : one)))
const add = () =>
  (others.value = [
    ...others.value,
    { name: `piece ${others.value.length + 2}`, shape: blankShape('rectangle'), count: 1 },
  ])
const isDrawable = (piece: SetPiece) =>
  Object.values(piece.shape).every((value) => typeof value !== 'number' || value > 0)
const fieldError = (at: number) => (path: string) => errorAt(`others[${at}].${path}`)
</script>

<template>
  <details :open="others.length > 0">
    <summary class="font-semibold">
      A set of different pieces<span class="font-normal text-soft">{{
        others.length > 0 ? `: this one and ${others.length} more, counted as one` : ''
      }}</span>
    </summary>
    <p class="mt-1 text-soft">
      Every layer goes into each piece of the set, so all share its colour. Amounts are for the
      whole set.
    </p>
    <div v-for="(piece, i) in others" :key="i" class="mt-2 border-t border-hair pt-2">
      <div class="grid grid-cols-[9rem_minmax(0,1fr)_6rem_auto] items-end gap-3">
        <CutawayDrawing
          v-if="isDrawable(piece)"
          small
          :shape="piece.shape"
          :layers="drawnLayers({ ...recipe, shape: piece.shape, others: [] }, workshop.pigments)"
        /><span v-else />
        <FieldText
          label="Piece"
          :model-value="piece.name"
          :error="fieldError(i)('name')"
          @update:model-value="set(i, { name: $event })"
        />
        <FieldNumber
          label="in a set"
          :model-value="piece.count"
          :error="fieldError(i)('count')"
          @update:model-value="set(i, { count: $event ?? Number.NaN })"
        />
        <button
          type="button"
          class="quiet slim"
          :aria-label="`Take ${piece.name} out of the set`"
          @click="others = others.filter((_, j) => j !== i)"
        >
          <Trash2 :size="16" />
        </button>
      </div>
      <ShapeFields
        :model-value="piece.shape"
        :error-at="fieldError(i)"
        @update:model-value="set(i, { shape: $event })"
      />
      <p v-if="fieldError(i)('shape')" class="wrong">{{ fieldError(i)('shape') }}</p>
    </div>
    <button type="button" class="quiet slim mt-2 inline-flex items-center gap-1" @click="add">
      <Plus :size="16" /> another piece
    </button>
  </details>
</template>
