<script setup lang="ts">
import { startingMould, type SizedHow } from '~~/core/trade'
import { size, type Shape } from '~~/core/size'
import { mouldSchema, newMouldSchema, type MouldFields } from '~~/shared/schemas/moulds'
import type { MouldRow } from '~~/shared/types/moulds'
import { blankShape } from '~/utils/shapes'
import { said } from '~~/shared/words'

const session = useSessionStore()
const workshop = useWorkshopStore()
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
  show,
} = useEditor<MouldFields, MouldRow>({
  path: '/sizing',
  subject: 'mould',
  blank: () => ({
    ...startingMould(),
    shape: blankShape('rectangle'),
    sizedHow: 'measures',
  }),
  load: () => workshop.loadMoulds(),
  find: (id) => workshop.moulds.get(id),
  schemas: { fresh: newMouldSchema, changed: mouldSchema },
  create: workshop.createMould,
  save: workshop.saveMould,
  keep: workshop.keepMould,
})

const WAYS: { value: SizedHow; label: string }[] = [
  { value: 'measures', label: 'by measures' },
  { value: 'water', label: 'with water' },
  { value: 'photograph', label: 'from a photo' },
  { value: 'drawing', label: 'from a drawing' },
  { value: 'mesh', label: 'from a mesh' },
]
const way = ref<SizedHow>('measures')
watch(opened, (row, before) => {
  if (!before && row?.sizedHow) way.value = row.sizedHow
})
function sized(shape: Shape | null, from: string): void {
  if (shape) draft.value = { ...draft.value, shape, sizedHow: way.value, sizedFrom: from }
}
const byMeasures = computed({
  get: () => draft.value.shape ?? blankShape('rectangle'),
  set: (shape: Shape) =>
    (draft.value = { ...draft.value, shape, sizedHow: 'measures', sizedFrom: '' }),
})
const complaint = computed(() => {
  if (!draft.value.shape) return null
  const result = size({ shape: draft.value.shape, layers: [{ id: 'all', fill: { toBrim: true } }] })
  return result.ok ? null : (result.issues.map(said)[0] ?? null)
})
const isFillable = computed(
  () =>
    draft.value.shape !== null &&
    complaint.value === null &&
    Object.values(draft.value.shape).every((value) => typeof value !== 'number' || value > 0),
)

const { errorAt } = form
function putAway(row: MouldRow): void {
  show(workshop.keepMould(row))
}
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the mould …</p>
    <EmptyPlace v-else-if="missing" title="This mould does not exist"
      >It may stand in another workshop.<template #action
        ><NuxtLink to="/sizing" class="press">All moulds</NuxtLink></template
      ></EmptyPlace
    >
    <form v-else novalidate @submit.prevent="submit">
      <PlaceHead
        :title="draft.name || 'A new mould'"
        :note="
          opened?.shape
            ? `Sized ${WAYS.find((one) => one.value === opened?.sizedHow)?.label ?? ''}${opened.sizedFrom ? `: ${opened.sizedFrom}` : ''}`
            : ''
        "
      >
        <span v-if="saved" role="status" class="self-center">Saved.</span>
        <NuxtLink to="/sizing" class="quiet">All moulds</NuxtLink>
        <button
          v-if="session.may('change the stores')"
          class="press"
          :disabled="form.sending.value"
        >
          Save the mould
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
      <div class="grid gap-x-8 gap-y-5 xl:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
        <section class="min-w-0" aria-label="How it is sized">
          <div class="mb-3 flex flex-wrap gap-1" role="group" aria-label="The way of sizing">
            <button
              v-for="one in WAYS"
              :key="one.value"
              type="button"
              class="slim border px-3"
              :class="way === one.value ? 'border-ink bg-act text-act-ink' : 'border-firm'"
              :aria-pressed="way === one.value"
              @click="way = one.value"
            >
              {{ one.label }}
            </button>
          </div>
          <template v-if="way === 'measures'">
            <CutawayDrawing
              v-if="isFillable"
              :shape="byMeasures"
              :layers="[]"
              class="sheet mb-3 p-2"
            />
            <ShapeFields
              v-model="byMeasures"
              :error-at="
                (path) =>
                  errorAt(path) ?? (complaint?.path === path ? complaint.message : undefined)
              "
            />
          </template>
          <WaterFields v-else-if="way === 'water'" @sized="sized" />
          <TraceFields v-else-if="way === 'photograph'" @sized="sized" />
          <DrawingFields v-else-if="way === 'drawing'" @sized="sized" />
          <MeshFields v-else @sized="sized" />
        </section>
        <section class="min-w-0 space-y-5" aria-label="What it holds">
          <template v-if="isFillable && draft.shape">
            <p class="mb-1 text-soft">From {{ draft.sizedFrom || 'its measures' }}</p>
            <FillFigures :shape="draft.shape" />
            <FillChart :shape="draft.shape" class="sheet" />
          </template>
          <p v-else class="sheet p-6 text-soft">
            {{
              complaint
                ? `The shape ${complaint.message}.`
                : 'What it holds is shown as soon as it is sized.'
            }}
          </p>
          <div class="grid grid-cols-2 gap-x-4 gap-y-2">
            <FieldText
              v-model="draft.name"
              class="col-span-2"
              label="Name"
              :error="errorAt('name')"
            />
            <FieldNumber
              :model-value="draft.count"
              label="in the workshop"
              :error="errorAt('count')"
              @update:model-value="draft.count = $event ?? NaN"
            />
            <FieldNumber
              :model-value="draft.lifeUses"
              label="lasts for"
              unit="uses"
              :error="errorAt('lifeUses')"
              @update:model-value="draft.lifeUses = $event ?? NaN"
            />
            <MouldWear
              v-model="draft"
              :counted="opened ? opened.uses - opened.usedBefore : null"
              :error-at="errorAt"
            />
            <FieldMoney
              v-model="draft.price"
              :label="`cost, ${workshop.rules?.currency}`"
              :fixed="opened !== null && !session.may('change prices')"
              :error="errorAt('price')"
            />
            <label class="col-span-2 flex items-center gap-2 pt-1"
              ><input
                type="checkbox"
                class="size-5 accent-ink"
                :checked="draft.filler !== null"
                @change="draft.filler = draft.filler ? null : { leastMm: 2, greatestMm: 10 }"
              />
              a filler mould: surplus goes into it</label
            >
            <template v-if="draft.filler">
              <FieldNumber
                :model-value="draft.filler.leastMm"
                label="at least"
                unit="mm"
                :error="errorAt('filler.leastMm')"
                @update:model-value="draft.filler.leastMm = $event ?? NaN"
              />
              <FieldNumber
                :model-value="draft.filler.greatestMm"
                label="at most"
                unit="mm"
                :error="errorAt('filler.greatestMm')"
                @update:model-value="draft.filler.greatestMm = $event ?? NaN"
              />
            </template>
          </div>
        </section>
      </div>
      <template v-if="opened && session.may('keep the house')">
        <PutAway kind="moulds" :row="opened" list="/sizing" @done="putAway" />
      </template>
      <HistoryList v-if="opened" :id="opened.id" :key="opened.id" subject="mould" />
    </form>
  </div>
</template>
