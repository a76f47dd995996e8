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
const STARTS_WITH = [
  { value: 'mould', label: 'an empty mould' },
  { value: 'base', label: 'a base that is poured onto' },
  { value: 'existing', label: 'a piece that is there already' },
] as const
const FACES = [
  { value: 'underside', label: 'lies against the mould' },
  { value: 'upside', label: 'lies open' },
] as const
const materialOptions = computed(() => [
  { value: null as number | null, label: 'nothing from the stores' },
  ...workshop.materialChoices,
])
const startWords = computed(() =>
  piece.value.start.of === 'mould'
    ? (workshop.moulds.get(piece.value.mouldId ?? 0)?.name ?? 'no mould')
    : piece.value.start.words ||
      (workshop.materials.get(piece.value.start.materialId ?? 0)?.name ??
        (piece.value.start.of === 'base' ? 'a base' : 'a piece that is there')),
)
const summary = computed(() =>
  [
    SHAPE_WORDS[piece.value.shape.kind],
    startWords.value,
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
      <div class="grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <FieldChoice
          label="It begins with"
          :options="STARTS_WITH"
          :model-value="piece.start.of"
          @update:model-value="piece.start = { ...piece.start, of: $event }"
        />
        <FieldChoice v-model="piece.front" label="Its face" :options="FACES" />
        <FieldText
          v-if="piece.start.of !== 'mould'"
          :label="piece.start.of === 'base' ? 'Which base' : 'Which piece, and how it is'"
          :model-value="piece.start.words"
          :error="errorAt('start.words')"
          @update:model-value="piece.start = { ...piece.start, words: $event }"
        />
        <FieldPick
          v-if="piece.start.of === 'base'"
          label="From the stores, one a piece"
          :options="materialOptions"
          :model-value="piece.start.materialId"
          :error="errorAt('start.materialId')"
          @update:model-value="piece.start = { ...piece.start, materialId: $event }"
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
