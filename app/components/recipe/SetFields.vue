<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { Fill } from '~~/core/size'
import { filledAs, pieceOfSet } from '~~/core/recipe'
import type { Layer, Recipe, SetPiece } from '~~/core/trade'
import { drawnLayers } from '~/utils/drawnLayers'
import { blankShape } from '~/utils/shapes'

/**
 * The other pieces of a set: poured from the same mixes, so that they share their colours; each layer
 * as in the first, otherwise, or not at all.
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
type Taken = 'same' | 'own' | 'none'
const TAKEN: { value: Taken; label: string }[] = [
  { value: 'same', label: 'as in the first piece' },
  { value: 'own', label: 'filled otherwise' },
  { value: 'none', label: 'not in this piece' },
]
const fillOf = (piece: SetPiece, { key }: Layer): Fill | null | undefined =>
  piece.fills?.find((one) => one.layer === key)?.fill
const takenOf = (piece: SetPiece, layer: Layer): Taken => {
  const fill = fillOf(piece, layer)
  return fill === undefined ? 'same' : fill === null ? 'none' : 'own'
}
function setFill(at: number, { key }: Layer, fill: Fill | null | undefined): void {
  others.value = others.value.map((piece, i) => {
    if (i !== at) return piece
    const rest = (piece.fills ?? []).filter((one) => one.layer !== key)
    return filledAs(piece, fill === undefined ? rest : [...rest, { layer: key, fill }])
  })
}
const take = (at: number, layer: Layer, taken: Taken) =>
  setFill(at, layer, taken === 'same' ? undefined : taken === 'none' ? null : layer.fill)
/** The complaint at a layer’s own fill, by its place in what the piece says. */
const fillError = (at: number, { key }: Layer) => {
  const place = others.value[at]?.fills?.findIndex((one) => one.layer === key) ?? -1
  return (path: string) => fieldError(at)(`fills[${place}].fill${path}`)
}
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
      Every layer is mixed once for the whole set, so its pieces share their colours. Amounts are
      for the whole set.
    </p>
    <div v-for="(piece, i) in others" :key="i" class="mt-2 border-t border-hair pt-2">
      <div class="grid grid-cols-[9rem_minmax(0,1fr)_6rem_auto] items-end gap-3">
        <CutawayDrawing
          v-if="isDrawable(piece)"
          small
          :shape="piece.shape"
          :layers="drawnLayers(pieceOfSet(recipe, piece).recipe, workshop.pigments)"
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
      <ul class="mt-2 space-y-1" :aria-label="`Layers of ${piece.name}`">
        <li
          v-for="layer in recipe.layers"
          :key="layer.key"
          class="grid grid-cols-2 items-end gap-x-3 gap-y-1 sm:grid-cols-[8rem_12rem_repeat(4,minmax(0,1fr))]"
        >
          <span class="self-center">{{ layer.name }}</span>
          <FieldChoice
            hide-label
            :label="`${layer.name} of ${piece.name}`"
            :options="TAKEN"
            :model-value="takenOf(piece, layer)"
            @update:model-value="take(i, layer, $event)"
          />
          <FillFields
            v-if="fillOf(piece, layer)"
            :model-value="fillOf(piece, layer) ?? layer.fill"
            :error-at="fillError(i, layer)"
            @update:model-value="setFill(i, layer, $event)"
          />
        </li>
      </ul>
      <p v-if="fieldError(i)('shape') ?? fieldError(i)('fills')" class="wrong">
        {{ fieldError(i)('shape') ?? fieldError(i)('fills') }}
      </p>
    </div>
    <button type="button" class="quiet slim mt-2 inline-flex items-center gap-1" @click="add">
      <Plus :size="16" /> another piece
    </button>
  </details>
</template>
