<script setup lang="ts">
import { ArrowDown, ArrowUp, SplitSquareVertical, Trash2 } from '@lucide/vue'
import { busyMinOf, checkPot } from '~~/core/pot'
import { insertLayer, layerDepthMm, moveBoundary, sizePiece, splitLayer } from '~~/core/recipe'
import { mouldsInUse, type Layer, type Recipe } from '~~/core/trade'
import { footprintOf } from '~~/core/size'
import { newRecipeSchema, recipeSchema, type RecipeFields } from '~~/shared/schemas/recipes'
import type { RecipeRow } from '~~/shared/types/recipes'
import { drawnLayers } from '~/utils/drawnLayers'
import { blankShape } from '~/utils/shapes'
import { said } from '~~/shared/words'

const recipes = useRecipeStore()
const resins = useResinStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const chosen = ref(0)

const layerDraft = (name: string): Layer => ({
  id: 0,
  name,
  resinId: resins.offered[0]?.id ?? 0,
  fill: { depthMm: 5 },
  inclusions: [],
  pigments: [],
  runOffPct: 0,
  cups: 1,
  stirMin: 4,
  restMin: 8,
  pourMin: 3,
  heatAfterMin: [3],
  recoat: 'either',
})
const route = useRoute()
/** A recipe to begin from: all of it, under another name and with layers of its own. */
function copyOf(recipe: RecipeRow | undefined): RecipeFields | null {
  if (!recipe) return null
  const { id: _id, version: _version, ...fields } = JSON.parse(JSON.stringify(recipe)) as RecipeRow
  return {
    ...fields,
    archived: false,
    name: `${fields.name}, copy`,
    layers: fields.layers.map((layer) => ({ ...layer, id: 0 })),
  }
}
const {
  opened,
  draft,
  missing,
  saved,
  ready,
  failure,
  again,
  form,
  theirs,
  savedBy,
  restored,
  dropDraft,
  submit,
  keepMine,
  takeTheirs,
} = useEditor<RecipeFields, RecipeRow>({
  path: '/recipes',
  subject: 'recipe',
  blank: () =>
    copyOf(recipes.byId.get(Number(route.query.from))) ?? {
      name: '',
      note: '',
      shape: blankShape('rectangle'),
      others: [],
      footprintCm2: 150,
      mouldId: null,
      archived: false,
      layers: [{ ...layerDraft('face'), fill: { toBrim: true } }],
      steps: [],
    },
  load: () => Promise.all([recipes.load(), resins.load()]),
  find: (id) => recipes.byId.get(id),
  schemas: { fresh: newRecipeSchema, changed: recipeSchema },
  create: recipes.create,
  save: recipes.save,
  keep: recipes.keep,
})

/** What the cutaway draws and the core sizes: the draft as it stands. */
const asRecipe = computed<Recipe>(() => ({ ...draft.value, id: 0 }))
const sized = computed(() => sizePiece(asRecipe.value))
const drawn = computed(() => drawnLayers(asRecipe.value, workshop.pigments))
const complaint = computed(() =>
  sized.value.ok ? null : (sized.value.issues.map(said)[0] ?? null),
)
const drawable = computed(() =>
  Object.values(draft.value.shape).every((value) => typeof value !== 'number' || value > 0),
)

/** The server's complaint at a field, else the core's about the draft as it stands. */
const errorAt = (path: string) =>
  form.errorAt(path) ?? (complaint.value?.path === path ? complaint.value.message : undefined)
const layerError = (index: number) => (path: string) => errorAt(`layers[${index}].${path}`)

/** Steps go with their layer when layers change places. @param placeOf where a layer is now */
function moveSteps(placeOf: (index: number) => number): void {
  draft.value.steps = draft.value.steps.map((step) => ({
    ...step,
    layer: Math.max(0, placeOf(step.layer)),
  }))
}
function move(index: number, by: 1 | -1): void {
  const [layer] = draft.value.layers.splice(index, 1)
  if (layer) draft.value.layers.splice(index + by, 0, layer)
  moveSteps((at) => (at === index ? index + by : at === index + by ? index : at))
  chosen.value = index + by
}
const dropping = ref(false)
const noRoom = ref('')
function dropLayer(levelMm: number): void {
  const dropped = insertLayer(
    asRecipe.value,
    levelMm,
    layerDraft(`layer ${draft.value.layers.length + 1}`),
  )
  noRoom.value = dropped ? '' : 'There is no room for a layer there.'
  dropping.value = false
  if (!dropped) return
  draft.value.layers = dropped.layers
  moveSteps((at) => (at >= dropped.index ? at + 1 : at))
  chosen.value = dropped.index
}
function placeInclusion(index: number, inclusion: number, xMm: number, yMm: number): void {
  const layer = draft.value.layers[index]
  if (layer)
    layer.inclusions = layer.inclusions.map((one, i) =>
      i === inclusion
        ? { ...one, xMm: Math.round(xMm * 10) / 10, yMm: Math.round(yMm * 10) / 10 }
        : one,
    )
}
const comparing = ref(false)
function takeVersion(recipe: Recipe): void {
  const { id: _id, ...fields } = JSON.parse(JSON.stringify(recipe)) as Recipe
  draft.value = { ...draft.value, ...fields }
  comparing.value = false
}
function putAway(): void {
  draft.value.archived = !draft.value.archived
  void submit()
}
function addLayer(): void {
  draft.value.layers.push(layerDraft(`layer ${draft.value.layers.length + 1}`))
  chosen.value = draft.value.layers.length - 1
}
function moveLevel(index: number, levelMm: number): void {
  draft.value.layers = moveBoundary(asRecipe.value, index, levelMm) ?? draft.value.layers
}
const canSplit = computed(() => splitLayer(asRecipe.value, chosen.value, 2) !== null)
function split(): void {
  const parts = splitLayer(asRecipe.value, chosen.value, 2)
  if (!parts) return
  const at = chosen.value
  draft.value.layers = parts
  moveSteps((index) => (index > at ? index + 1 : index))
}
/** What the chosen layer asks of its resin, for one piece. */
const choosing = ref(false)
const need = computed(() => {
  const layer = draft.value.layers[chosen.value]
  const depthMm = layer && layerDepthMm(asRecipe.value, asRecipe.value.layers[chosen.value]!)
  const mixMl = sized.value.ok ? sized.value.value.layers[chosen.value]?.mixMl : undefined
  if (!layer || !depthMm || !mixMl) return null
  return { depthMm, mixMl, busyMin: busyMinOf(layer, 1), tempC: workshop.warmC }
})
/** What will go wrong with the chosen layer, poured for one piece. */
const warnings = computed(() => {
  const layer = draft.value.layers[chosen.value]
  const resin = resins.byId.get(layer?.resinId ?? 0)
  return layer && resin && need.value
    ? checkPot(
        { layer, ...need.value },
        resin,
        workshop.pigments,
        workshop.warmC,
        workshop.pigmentCapPct,
      )
    : []
})
function takeResin(resinId: number): void {
  const layer = draft.value.layers[chosen.value]
  if (layer) draft.value.layers[chosen.value] = { ...layer, resinId }
  choosing.value = false
}
function removeLayer(index: number): void {
  draft.value.layers.splice(index, 1)
  moveSteps((at) => (at >= index ? at - 1 : at))
  chosen.value = Math.max(0, index - 1)
}
const mouldOptions = computed(() => [
  { value: null, label: 'no mould' },
  ...[...workshop.moulds.values()]
    .filter((mould) => mould.archivedAt === null || mould.id === draft.value.mouldId)
    .map((mould) => ({
      value: mould.id,
      label: `${mould.name} (${mouldsInUse(mould)})`,
    })),
])
const mouldShape = computed(() => workshop.moulds.get(draft.value.mouldId ?? 0)?.shape ?? null)
const fitsMould = computed(
  () => JSON.stringify(mouldShape.value) === JSON.stringify(draft.value.shape),
)
function takeMouldShape(): void {
  if (mouldShape.value)
    draft.value.shape = JSON.parse(JSON.stringify(mouldShape.value)) as Recipe['shape']
}
function useOwnFootprint(): void {
  const own = footprintOf(draft.value.shape)
  if (own !== null) draft.value.footprintCm2 = Math.ceil(own)
}
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the recipe …</p>
    <EmptyPlace v-else-if="missing" title="This recipe does not exist"
      >It may have been written in another workshop.<template #action
        ><NuxtLink to="/recipes" class="press">All recipes</NuxtLink></template
      ></EmptyPlace
    >
    <form v-else novalidate @submit.prevent="submit">
      <PlaceHead
        :title="draft.name || 'A new recipe'"
        :note="
          opened
            ? `version ${opened.version}${opened.archived ? ', put away: not offered for new orders' : ''}`
            : ''
        "
      >
        <span v-if="saved" role="status" class="self-center">Saved.</span>
        <NuxtLink to="/recipes" class="quiet">All recipes</NuxtLink>
        <template v-if="opened">
          <button type="button" class="quiet" @click="comparing = true">Versions</button>
          <NuxtLink
            v-if="session.may('write recipes')"
            :to="`/recipes/new?from=${opened.id}`"
            class="quiet"
            >Duplicate</NuxtLink
          >
          <button v-if="session.may('write recipes')" type="button" class="quiet" @click="putAway">
            {{ opened.archived ? 'Bring back' : 'Put away' }}
          </button>
        </template>
        <button v-if="session.may('write recipes')" class="press" :disabled="form.sending.value">
          Save the recipe
        </button>
      </PlaceHead>
      <OthersSaved v-if="!theirs" :by="savedBy" />
      <DraftBack :shown="restored" @drop="dropDraft" />
      <ConflictNotice
        v-if="theirs && opened"
        class="mb-4"
        :opened="opened"
        :current="theirs"
        @keep-mine="keepMine"
        @take-theirs="takeTheirs"
      />
      <p v-if="form.failure.value && !theirs" role="alert" class="wrong mb-2">
        {{ form.failure.value }}
      </p>
      <div class="grid gap-x-8 gap-y-5 xl:grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)]">
        <div class="min-w-0 space-y-3">
          <CutawayDrawing
            v-if="drawable"
            :shape="draft.shape"
            :layers="drawn"
            :chosen="chosen"
            editable
            :dropping="dropping"
            class="sheet p-2"
            @choose="chosen = $event"
            @level="moveLevel"
            @drop="dropLayer"
            @place="placeInclusion"
          />
          <p v-else class="sheet p-6 text-soft">
            The cutaway is drawn as soon as all measures are numbers.
          </p>
          <div
            v-if="drawable && draft.layers[chosen]"
            class="flex flex-wrap items-start justify-between gap-3"
          >
            <TintBar
              v-model="draft.layers[chosen]!.pigments"
              class="min-w-0 flex-1"
              :name="draft.layers[chosen]!.name"
            />
            <button
              type="button"
              draggable="true"
              class="quiet slim cursor-grab"
              :aria-pressed="dropping"
              @click="dropping = !dropping"
              @dragstart="dropping = true"
              @dragend="dropping = false"
            >
              {{ dropping ? 'press the picture where it goes' : 'drop in a layer' }}
            </button>
          </div>
          <p v-if="noRoom" role="status" class="wrong">{{ noRoom }}</p>
          <p v-if="complaint" role="status" class="wrong">{{ inOwnWords(complaint.message) }}</p>
          <p v-else-if="sized.ok && sized.value.capacityMl" class="text-soft">
            Holds {{ figure(sized.value.capacityMl, 'ml', 1) }} to the brim; one
            {{ draft.others.length > 0 ? 'set' : 'piece' }} takes
            {{
              figure(
                sized.value.layers.reduce((sum, layer) => sum + layer.netMl, 0),
                'ml',
                1,
              )
            }}
            of resin.
          </p>
          <div class="grid gap-x-4 gap-y-2 sm:grid-cols-2">
            <FieldText v-model="draft.name" label="Name" :error="errorAt('name')" />
            <FieldPick
              v-model="draft.mouldId"
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
          <ShapeFields v-model="draft.shape" :error-at="errorAt" />
          <SetFields v-model="draft.others" :recipe="asRecipe" :error-at="errorAt" />
          <div class="flex items-end gap-3">
            <FieldNumber
              class="w-48"
              :model-value="draft.footprintCm2"
              label="takes up on a rack"
              unit="cm²"
              :error="errorAt('footprintCm2')"
              @update:model-value="draft.footprintCm2 = $event ?? NaN"
            />
            <button type="button" class="quiet slim" @click="useOwnFootprint">
              from its shape
            </button>
          </div>
          <FieldText v-model="draft.note" label="Note" :rows="2" :error="errorAt('note')" />
        </div>
        <section class="min-w-0" aria-label="Layers from the face backwards">
          <div class="mb-2 flex flex-wrap gap-1" role="group" aria-label="Layers">
            <button
              v-for="(layer, i) in draft.layers"
              :key="i"
              type="button"
              class="slim flex items-center gap-2 border px-3"
              :class="chosen === i ? 'border-ink bg-sheet font-semibold' : 'border-hair text-soft'"
              :aria-pressed="chosen === i"
              @click="chosen = i"
            >
              <span
                class="inline-block size-3.5 border border-ink"
                :style="{ background: drawn[i]?.tint }"
              />{{ i + 1 }} {{ layer.name }}
            </button>
            <button type="button" class="quiet slim" @click="addLayer">Add a layer</button>
          </div>
          <p v-if="errorAt('layers')" class="wrong">{{ errorAt('layers') }}</p>
          <div v-if="warnings.length > 0" role="status">
            <ul class="mb-2 space-y-1">
              <li
                v-for="warning in warnings"
                :key="warning.code"
                class="border-l-4 border-hands pl-3"
              >
                <strong>{{ inOwnWords(warning.message) }}</strong>:
                {{ inOwnWords(warning.suggestion) }}.
              </li>
            </ul>
          </div>
          <div v-if="draft.layers[chosen]" class="sheet p-4">
            <LayerFields
              :key="chosen"
              v-model="draft.layers[chosen]!"
              :first="chosen === 0"
              :error-at="layerError(chosen)"
            />
            <div class="mt-4 flex flex-wrap gap-2 border-t border-hair pt-3 whitespace-nowrap">
              <button
                type="button"
                class="quiet slim inline-flex items-center gap-1"
                :disabled="chosen === 0"
                @click="move(chosen, -1)"
              >
                <ArrowUp :size="16" /> to the face
              </button>
              <button
                type="button"
                class="quiet slim inline-flex items-center gap-1"
                :disabled="chosen === draft.layers.length - 1"
                @click="move(chosen, 1)"
              >
                <ArrowDown :size="16" /> to the back
              </button>
              <button type="button" class="quiet slim" :disabled="!need" @click="choosing = true">
                which resin?
              </button>
              <button
                type="button"
                class="quiet slim inline-flex items-center gap-1"
                :disabled="!canSplit"
                @click="split"
              >
                <SplitSquareVertical :size="16" /> split in two
              </button>
              <button
                type="button"
                class="quiet slim ml-auto inline-flex items-center gap-1"
                :disabled="draft.layers.length === 1"
                @click="removeLayer(chosen)"
              >
                <Trash2 :size="16" /> remove
              </button>
            </div>
          </div>
        </section>
      </div>
      <AskDialog :open="comparing" title="Versions" @close="comparing = false"
        ><VersionList
          v-if="opened"
          :key="opened.version"
          :recipe-id="opened.id"
          @take="takeVersion"
      /></AskDialog>
      <AskDialog :open="choosing" title="Which resin for this layer?" @close="choosing = false"
        ><ResinChoices
          v-if="need && workshop.rules"
          :need="need"
          :currency="workshop.rules.currency"
          :resins="resins.offered"
          @choose="takeResin"
      /></AskDialog>
      <section class="mt-6">
        <h2 class="mb-2">Steps of work</h2>
        <StepTable
          v-model="draft.steps"
          :layers="draft.layers.map((layer) => layer.name)"
          :error-at="errorAt"
        />
      </section>
      <CautionList class="mt-4" :topics="['liquid', 'cup', 'heat', 'sand', 'waste']" />
      <HistoryList v-if="opened" :id="opened.id" :key="opened.id" subject="recipe" />
    </form>
  </div>
</template>
