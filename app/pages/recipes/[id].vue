<script setup lang="ts">
import { cupName } from '~~/core/pot'
import { checkBending, checkCourse, checkCups, sizePiece } from '~~/core/recipe'
import { IN_A_MOULD, type Recipe } from '~~/core/trade'
import { newRecipeSchema, recipeSchema, type RecipeFields } from '~~/shared/schemas/recipes'
import type { RecipeRow } from '~~/shared/types/recipes'
import { drawnLayers, ontoWord } from '~/utils/drawnLayers'
import { newLayer, newWork } from '~/utils/newLayer'
import { blankShape } from '~/utils/shapes'
import { said } from '~~/shared/words'

const recipes = useRecipeStore()
const resins = useResinStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
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
/** What bears the most at once is what a piece of any depth can begin with. */
const firstResin = () =>
  resins.offered.reduce(
    (best, resin) => (resin.maxDepthMm > (best?.maxDepthMm ?? -1) ? resin : best),
    resins.offered[0],
  )?.id ?? 0
const blank = (): RecipeFields => ({
  ...IN_A_MOULD,
  start: { ...IN_A_MOULD.start },
  name: '',
  note: '',
  shape: blankShape('rectangle'),
  others: [],
  footprintCm2: 150,
  mouldId: null,
  archived: false,
  layers: [{ ...newLayer('face', 'l1', firstResin()), fill: { toBrim: true } }],
  course: newWork('l1', []),
})
const {
  opened,
  draft,
  copy,
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
  blank: () => copyOf(recipes.byId.get(Number(route.query.from))) ?? blank(),
  load: () => Promise.all([recipes.load(), resins.load()]),
  find: (id) => recipes.byId.get(id),
  schemas: { fresh: newRecipeSchema, changed: recipeSchema },
  create: recipes.create,
  save: recipes.save,
  keep: recipes.keep,
})
const edits = useLayerEdits({ draft, copy })
const { chosen, openEntry, placing, dropping, noRoom, asRecipe, cupAt, canSplit } = edits

const sized = computed(() => sizePiece(asRecipe.value))
const { pot, need, warnings, leftMl } = useLayerFigures(
  () => asRecipe.value,
  () => chosen.value,
)
const drawn = computed(() => drawnLayers(asRecipe.value, workshop.pigments))
/** What is wrong with the draft as it stands, each at its field: its measures, cups, and course. */
const complaints = computed(() => {
  const filled = sized.value.ok ? checkCups(asRecipe.value) : sized.value
  return [
    ...(filled.ok ? [] : filled.issues),
    ...checkCourse(asRecipe.value),
    ...checkBending(asRecipe.value, resins.byId),
  ].map(said)
})
const complaint = computed(() => complaints.value[0] ?? null)
const drawable = computed(() =>
  Object.values(draft.value.shape).every((value) => typeof value !== 'number' || value > 0),
)

/** The server's complaint at a field, else the core's about the draft as it stands. */
const errorAt = (path: string) =>
  form.errorAt(path) ?? complaints.value.find((one) => one.path === path)?.message
/** What is wrong within an entry of the course; undefined for nothing. */
const wrongIn = (entry: number) =>
  [...form.issues.value, ...complaints.value].find(({ path }) =>
    path.startsWith(`course[${entry}]`),
  )?.message
const layerError = (index: number) => (path: string) => errorAt(`layers[${index}].${path}`)
/** Whether something is wrong with the piece as a whole. */
const hasPieceError = computed(() =>
  ['name', 'mouldId', 'start', 'shape', 'others', 'footprintCm2', 'note'].some((field) =>
    [...form.issues.value, ...complaints.value].some(({ path }) => path.startsWith(field)),
  ),
)

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
/** Whether a resin is being chosen for the layer. */
const choosing = ref(false)
function takeResin(resinId: number): void {
  edits.takeResin(resinId)
  choosing.value = false
}
/** What pours leave is told from so much on, ml. */
const LEFT_ML = 0.05
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
        <div class="min-w-0 space-y-3 self-start xl:sticky xl:top-3">
          <CutawayDrawing
            v-if="drawable"
            :shape="draft.shape"
            :layers="drawn"
            :front="draft.front"
            :onto="ontoWord(draft)"
            :chosen="chosen"
            editable
            :dropping="dropping"
            class="sheet p-2"
            @choose="chosen = $event"
            @level="edits.moveLevel"
            @drop="edits.drop"
            @place="edits.placeInclusion"
          />
          <FaceDrawing
            v-if="drawable"
            class="sheet p-3"
            :recipe="asRecipe"
            :chosen="openEntry"
            :placing="placing"
            @choose="edits.openPour"
            @place="edits.placePour"
          />
          <p v-if="!drawable" class="sheet p-6 text-soft">
            The cutaway is drawn as soon as all measures are numbers.
          </p>
          <div
            v-if="drawable && draft.layers[chosen]"
            class="flex flex-wrap items-start justify-between gap-3"
          >
            <TintBar
              v-if="draft.layers[chosen]!.cups[cupAt]"
              v-model="draft.layers[chosen]!.cups[cupAt]!.pigments"
              class="min-w-0 flex-1"
              :name="cupName(draft.layers[chosen]!.cups[cupAt]!, draft.layers[chosen]!)"
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
            {{ draft.others.length > 0 ? 'The first piece holds' : 'Holds' }}
            {{ figure(sized.value.capacityMl, 'ml', 1) }} to the brim; one
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
          <RecipeCost v-if="!complaint" :recipe="asRecipe" />
          <PinnedPictures
            v-if="opened"
            :to="{ recipeId: opened.id }"
            :may="session.may('write recipes')"
            :of="draft.name"
          />
        </div>
        <section class="min-w-0" aria-label="Layers from the face backwards">
          <PieceFields
            v-model="draft"
            class="mb-4"
            :recipe="asRecipe"
            :opened="!opened || hasPieceError"
            :error-at="errorAt"
          />
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
            <button type="button" class="quiet slim" @click="edits.add">Add a layer</button>
          </div>
          <p v-if="errorAt('layers')" class="wrong">{{ errorAt('layers') }}</p>
          <p v-if="leftMl > LEFT_ML" role="status" class="mb-2 border-l-4 border-hands pl-3">
            The pours leave {{ figure(leftMl, 'ml', 1) }} of this layer in its cups: let the last of
            each cup pour the rest.
          </p>
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
              :work-min="pot?.workMin ?? null"
              :error-at="layerError(chosen)"
            />
            <LayerTools
              :front="draft.front"
              :at="chosen"
              :of="draft.layers.length"
              :can-split="canSplit"
              :can-choose="need !== null"
              @move="edits.move(chosen, $event)"
              @choose="choosing = true"
              @split="edits.split"
              @remove="edits.remove(chosen)"
            />
          </div>
          <h2 class="mt-6 mb-1">The course of work</h2>
          <CourseList
            v-model="draft.course"
            v-model:opened="openEntry"
            :recipe="asRecipe"
            :layer-key="draft.layers[chosen]?.key ?? ''"
            :placing="placing"
            :error-at="errorAt"
            :wrong-in="wrongIn"
            @placing="placing = $event"
          />
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
      <CautionList class="mt-4" :topics="['liquid', 'cup', 'heat', 'sand', 'waste']" />
      <HistoryList v-if="opened" :id="opened.id" :key="opened.id" subject="recipe" />
    </form>
  </div>
</template>
