<script setup lang="ts">
import { footprintOf } from '~~/core/size'
import { mouldsInUse, type Recipe } from '~~/core/trade'
import type { RecipeFields } from '~~/shared/schemas/recipes'
import { SHAPE_WORDS } from '~/utils/shapes'

/** What a recipe says of the piece as a whole, folded to a line once that is written. */
const { errorAt, recipe, opened } = defineProps<{
  errorAt: (path: string) => string | undefined
  recipe: Recipe
  /** Whether the fields must be seen: as long as nothing is written, and where something is wrong. */
  opened: boolean
}>()
const piece = defineModel<RecipeFields>({ required: true })
const open = ref(opened)
watch(
  () => opened,
  (must) => (open.value ||= must),
)
const workshop = useWorkshopStore()

const mouldOptions = computed(() => [
  { value: null, label: 'no mould' },
  ...[...workshop.moulds.values()]
    .filter((mould) => mould.archivedAt === null || mould.id === piece.value.mouldId)
    .map((mould) => ({
      value: mould.id,
      label: `${mould.name} (${mouldsInUse(mould)})`,
    })),
])
const mouldShape = computed(() => workshop.moulds.get(piece.value.mouldId ?? 0)?.shape ?? null)
const fitsMould = computed(
  () => JSON.stringify(mouldShape.value) === JSON.stringify(piece.value.shape),
)
function takeMouldShape(): void {
  if (mouldShape.value)
    piece.value.shape = JSON.parse(JSON.stringify(mouldShape.value)) as Recipe['shape']
}
function useOwnFootprint(): void {
  const own = footprintOf(piece.value.shape)
  if (own !== null) piece.value.footprintCm2 = Math.ceil(own)
}
const summary = computed(() =>
  [
    SHAPE_WORDS[piece.value.shape.kind],
    workshop.moulds.get(piece.value.mouldId ?? 0)?.name ?? 'no mould',
    piece.value.others.length > 0 ? `a set with ${piece.value.others.length} more` : '',
    figure(piece.value.footprintCm2, 'cm²', 0),
  ]
    .filter(Boolean)
    .join(', '),
)
</script>

<template>
  <div>
    <button
      type="button"
      class="flex w-full items-baseline justify-between gap-3 border-b border-ink"
      :aria-expanded="open"
      @click="open = !open"
    >
      <span class="font-semibold">The piece</span
      ><span class="min-w-0 truncate text-soft">{{ open ? 'fold' : summary }}</span>
    </button>
    <div v-if="open" class="space-y-3 py-3">
      <div class="grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <FieldText v-model="piece.name" label="Name" :error="errorAt('name')" />
        <FieldPick
          v-model="piece.mouldId"
          label="Mould"
          :options="mouldOptions"
          :error="errorAt('mouldId')"
        />
      </div>
      <p v-if="mouldShape && !fitsMould" class="flex items-center gap-3">
        <span class="text-soon">Its shape is not the mould’s.</span
        ><button type="button" class="quiet slim" @click="takeMouldShape">
          Take the mould’s shape
        </button>
      </p>
      <ShapeFields v-model="piece.shape" :error-at="errorAt" />
      <SetFields v-model="piece.others" :recipe="recipe" :error-at="errorAt" />
      <div class="flex items-end gap-3">
        <FieldNumber
          class="w-48"
          :model-value="piece.footprintCm2"
          label="takes up on a rack"
          unit="cm²"
          :error="errorAt('footprintCm2')"
          @update:model-value="piece.footprintCm2 = $event ?? NaN"
        />
        <button type="button" class="quiet slim" @click="useOwnFootprint">from its shape</button>
      </div>
      <FieldText v-model="piece.note" label="Note" :rows="2" :error="errorAt('note')" />
    </div>
  </div>
</template>
