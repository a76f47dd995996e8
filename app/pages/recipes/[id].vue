<script setup lang="ts">
import { ArrowDown, ArrowUp, SplitSquareVertical, Trash2 } from '@lucide/vue'
import { checkPot, cupName, potOfLayer } from '~~/core/pot'
import {
  checkCourse,
  checkCups,
  courseParts,
  courseWithLayer,
  courseWithoutLayer,
  freshKey,
  insertLayer,
  layerDepthMm,
  movedLayer,
  moveBoundary,
  poursOfPiece,
  sizePiece,
  splitLayer,
} from '~~/core/recipe'
import { newMix, newPass, newPour, type Entry, type Layer, type Recipe } from '~~/core/trade'
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

/** The entry of the course whose fields are open, and whether the next press on the face places it. */
const openEntry = ref<string | null>(null)
const placing = ref(false)

const layerDraft = (name: string, key: string): Layer => ({
  id: 0,
  key,
  name,
  resinId: resins.offered[0]?.id ?? 0,
  fill: { depthMm: 5 },
  inclusions: [],
  runOffPct: 0,
  joins: 'either',
  rest: { from: 0, to: 1, leastMin: 8 },
  cups: [
    {
      key: 'c1',
      name,
      part: { rest: true },
      over: null,
      isMixingCup: true,
      isOpen: false,
      pigments: [],
      fillers: [],
      from: [],
      stir: 'through',
      rest: null,
    },
  ],
})
/** What is done with a new layer's mix. */
function workDraft(layer: string, course: readonly Entry[]): Entry[] {
  const used = course.map(({ key }) => key)
  const next = () => {
    const key = freshKey(used, 'e')
    used.push(key)
    return key
  }
  return [
    newMix(next(), layer, { stirMin: 4, secondCup: false }),
    newPour(next(), layer, { cup: 'c1' }, 3),
    newPass(next(), layer, [3]),
  ]
}
const freshLayer = () =>
  layerDraft(
    `layer ${draft.value.layers.length + 1}`,
    freshKey(
      draft.value.layers.map(({ key }) => key),
      'l',
    ),
  )
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
      layers: [{ ...layerDraft('face', 'l1'), fill: { toBrim: true } }],
      course: workDraft('l1', []),
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
/** What is wrong with the draft as it stands, each at its field: its measures, cups, and course. */
const complaints = computed(() => {
  const filled = sized.value.ok ? checkCups(asRecipe.value) : sized.value
  return [...(filled.ok ? [] : filled.issues), ...checkCourse(asRecipe.value)].map(said)
})
const complaint = computed(() => complaints.value[0] ?? null)
const drawable = computed(() =>
  Object.values(draft.value.shape).every((value) => typeof value !== 'number' || value > 0),
)

/** The server's complaint at a field, else the core's about the draft as it stands. */
const errorAt = (path: string) =>
  form.errorAt(path) ?? complaints.value.find((one) => one.path === path)?.message
const layerError = (index: number) => (path: string) => errorAt(`layers[${index}].${path}`)

function move(index: number, by: 1 | -1): void {
  Object.assign(draft.value, movedLayer(draft.value, index, by))
  chosen.value = index + by
}
const dropping = ref(false)
const noRoom = ref('')
function dropLayer(levelMm: number): void {
  const layer = freshLayer()
  const dropped = insertLayer(
    asRecipe.value,
    levelMm,
    layer,
    workDraft(layer.key, draft.value.course),
  )
  noRoom.value = dropped ? '' : 'There is no room for a layer there.'
  dropping.value = false
  if (!dropped) return
  draft.value.layers = dropped.layers
  draft.value.course = dropped.course
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
  const layer = freshLayer()
  const entries = workDraft(layer.key, draft.value.course)
  Object.assign(
    draft.value,
    courseWithLayer(draft.value, draft.value.layers.length, layer, entries),
  )
  chosen.value = draft.value.layers.length - 1
}
function moveLevel(index: number, levelMm: number): void {
  draft.value.layers = moveBoundary(asRecipe.value, index, levelMm) ?? draft.value.layers
}
const canSplit = computed(() => splitLayer(asRecipe.value, chosen.value, 2) !== null)
function split(): void {
  const parts = splitLayer(asRecipe.value, chosen.value, 2)
  if (!parts) return
  Object.assign(draft.value, parts)
}
/** What the chosen layer asks of its resin, for one piece. */
const choosing = ref(false)
/** One pot of the chosen layer for one piece; null while it cannot be worked out. */
const pot = computed(() => {
  const layer = draft.value.layers[chosen.value]
  const work = courseParts(asRecipe.value).work[chosen.value]
  const resin = resins.byId.get(layer?.resinId ?? 0)
  const netMl = sized.value.ok ? sized.value.value.layers[chosen.value]?.netMl : undefined
  if (!layer || !work || !resin || !netMl || !workshop.rules || !checkCups(asRecipe.value).ok)
    return null
  return potOfLayer({ layer, work }, netMl, 1, {
    resin,
    rules: workshop.rules,
    warmC: workshop.warmC,
    pigments: workshop.pigments,
  })
})
const need = computed(() => {
  const layer = asRecipe.value.layers[chosen.value]
  const depthMm = layer && layerDepthMm(asRecipe.value, layer)
  return depthMm && pot.value
    ? {
        depthMm,
        mixMl: pot.value.needMl,
        busyMin: pot.value.busyMin,
        tempC: workshop.warmC,
      }
    : null
})
/** What will go wrong with the chosen layer, poured for one piece. */
const warnings = computed(() => {
  const layer = draft.value.layers[chosen.value]
  const resin = resins.byId.get(layer?.resinId ?? 0)
  return layer && resin && need.value && pot.value && workshop.rules
    ? checkPot(
        layer,
        { ...pot.value, depthMm: need.value.depthMm },
        { resin, rules: workshop.rules, warmC: workshop.warmC, pigments: workshop.pigments },
      )
    : []
})
/** What the pours of the chosen layer leave in its cups, for one piece, ml. */
const LEFT_ML = 0.05
const leftMl = computed(() => poursOfPiece(asRecipe.value, chosen.value)?.leftMl ?? 0)
function takeResin(resinId: number): void {
  const layer = draft.value.layers[chosen.value]
  if (layer) draft.value.layers[chosen.value] = { ...layer, resinId }
  choosing.value = false
}
function removeLayer(index: number): void {
  Object.assign(draft.value, courseWithoutLayer(draft.value, index))
  chosen.value = Math.max(0, index - 1)
}
/** Whether something is wrong with the piece as a whole. */
const hasPieceError = computed(() =>
  ['name', 'mouldId', 'shape', 'others', 'footprintCm2', 'note'].some((field) =>
    [...form.issues.value, ...complaints.value].some(({ path }) => path.startsWith(field)),
  ),
)
/** The cup that is being worked on: that of the open pour, else the layer’s first. */
const cupAt = computed(() => {
  const entry = draft.value.course.find(({ key }) => key === openEntry.value)
  const layer = draft.value.layers[chosen.value]
  const at = layer?.cups.findIndex(
    ({ key }) => entry?.layer === layer.key && key === entry.pour?.cup,
  )
  return at === undefined || at < 0 ? 0 : at
})
function openPour(key: string): void {
  openEntry.value = key
  const entry = draft.value.course.find((one) => one.key === key)
  const at = draft.value.layers.findIndex((layer) => layer.key === entry?.layer)
  if (at >= 0) chosen.value = at
}
function placePour(x: number, y: number): void {
  placing.value = false
  draft.value.course = draft.value.course.map((entry) =>
    entry.key === openEntry.value && entry.pour
      ? { ...entry, pour: { ...entry.pour, mark: { x, y } } }
      : entry,
  )
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
        <div class="min-w-0 space-y-3 self-start xl:sticky xl:top-3">
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
          <FaceDrawing
            v-if="drawable"
            class="sheet p-3"
            :recipe="asRecipe"
            :chosen="openEntry"
            :placing="placing"
            @choose="openPour"
            @place="placePour"
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
          <RecipeCost v-if="!complaint" :recipe="asRecipe" />
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
            <button type="button" class="quiet slim" @click="addLayer">Add a layer</button>
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
          <h2 class="mt-6 mb-1">The course of work</h2>
          <CourseList
            v-model="draft.course"
            v-model:opened="openEntry"
            :recipe="asRecipe"
            :layer-key="draft.layers[chosen]?.key ?? ''"
            :placing="placing"
            :error-at="errorAt"
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
