<script setup lang="ts">
import type { SizedHow } from '~~/core/batch'
import { size, type Shape } from '~~/core/size'
import { mouldSchema, newMouldSchema, type MouldFields } from '~~/shared/schemas/forms'
import type { MouldRow } from '~~/shared/types'
import { blankShape } from '~/utils/shapes'

const route = useRoute()
const workshop = useWorkshopStore()
const isNew = route.params.id === 'new'
const opened = ref<MouldRow | null>(null)
const missing = ref(false)
const saved = ref(false)
const draft = ref<MouldFields>({ name: '', count: 1, price: '20.00', lifeUses: 40, shape: blankShape('rectangle'), sizedHow: 'measures', sizedFrom: '' })
const copy = (row: MouldRow): MouldFields => {
  const { id: _id, version: _version, ...fields } = JSON.parse(JSON.stringify(row)) as MouldRow
  return fields
}
const { ready, failure, again } = useLoading(async () => {
  await workshop.loadMoulds()
  if (isNew) return
  opened.value = workshop.moulds.get(Number(route.params.id)) ?? null
  missing.value = opened.value === null
  if (opened.value) draft.value = copy(opened.value)
})

const WAYS: { value: SizedHow; label: string }[] = [
  { value: 'measures', label: 'by measures' }, { value: 'water', label: 'with water' }, { value: 'photograph', label: 'from a photo' }, { value: 'drawing', label: 'from a drawing' }, { value: 'mesh', label: 'from a mesh' },
]
const way = ref<SizedHow>('measures')
watch(opened, (row, before) => { if (!before && row?.sizedHow) way.value = row.sizedHow })
function sized(shape: Shape | null, from: string): void {
  if (shape) draft.value = { ...draft.value, shape, sizedHow: way.value, sizedFrom: from }
}
const byMeasures = computed({
  get: () => draft.value.shape ?? blankShape('rectangle'),
  set: (shape: Shape) => (draft.value = { ...draft.value, shape, sizedHow: 'measures', sizedFrom: '' }),
})
const complaint = computed(() => {
  if (!draft.value.shape) return null
  const result = size({ shape: draft.value.shape, layers: [{ id: 'all', fill: { toBrim: true } }] })
  return result.ok ? null : result.issues[0]
})
const isFillable = computed(() => draft.value.shape !== null && complaint.value === null && Object.values(draft.value.shape).every((value) => typeof value !== 'number' || value > 0))

const form = useForm({
  schema: isNew ? newMouldSchema : mouldSchema,
  send: (value: MouldFields) => (opened.value ? workshop.saveMould(opened.value.id, { ...value, version: opened.value.version }) : workshop.createMould(value)),
  done: (row) => {
    if (isNew) void navigateTo(`/sizing/${row.id}`)
    opened.value = row
    draft.value = copy(row)
    saved.value = true
  },
})
const submit = () => form.submit(opened.value ? { ...draft.value, version: opened.value.version } : draft.value)
watch(draft, () => (saved.value = false), { deep: true, flush: 'sync' })
function keepMine(): void {
  opened.value = workshop.keepMould(form.conflict.value as MouldRow)
  void submit()
}
function takeTheirs(): void {
  opened.value = workshop.keepMould(form.conflict.value as MouldRow)
  draft.value = copy(opened.value)
  form.reset()
}
const { errorAt } = form
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the mould …</p>
    <EmptyPlace v-else-if="missing" title="This mould does not exist">It may stand in another workshop.<template #action><NuxtLink to="/sizing" class="press">All moulds</NuxtLink></template></EmptyPlace>
    <form v-else novalidate @submit.prevent="submit">
      <PlaceHead :title="draft.name || 'A new mould'" :note="opened?.shape ? `Sized ${WAYS.find((one) => one.value === opened?.sizedHow)?.label ?? ''}${opened.sizedFrom ? `: ${opened.sizedFrom}` : ''}` : ''">
        <span v-if="saved" role="status" class="self-center">Saved.</span>
        <NuxtLink to="/sizing" class="quiet">All moulds</NuxtLink>
        <button class="press" :disabled="form.sending.value">Save the mould</button>
      </PlaceHead>
      <ConflictNotice v-if="form.conflict.value && opened" class="mb-4" :opened="opened" :current="(form.conflict.value as MouldRow)" @keep-mine="keepMine" @take-theirs="takeTheirs" />
      <p v-if="form.failure.value && !form.conflict.value" role="alert" class="wrong mb-2">{{ form.failure.value }}</p>
      <div class="grid gap-x-8 gap-y-5 xl:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
        <section class="min-w-0" aria-label="How it is sized">
          <div class="mb-3 flex flex-wrap gap-1" role="group" aria-label="The way of sizing"><button v-for="one in WAYS" :key="one.value" type="button" class="slim border px-3" :class="way === one.value ? 'border-ink bg-act text-act-ink' : 'border-firm'" :aria-pressed="way === one.value" @click="way = one.value">{{ one.label }}</button></div>
          <template v-if="way === 'measures'">
            <CutawayDrawing v-if="isFillable" :shape="byMeasures" :layers="[]" class="sheet mb-3 p-2" />
            <ShapeFields v-model="byMeasures" :error-at="(path) => errorAt(path) ?? (complaint?.path === path ? complaint.message : undefined)" />
          </template>
          <WaterFields v-else-if="way === 'water'" @sized="sized" />
          <TraceFields v-else-if="way === 'photograph'" @sized="sized" />
          <DrawingFields v-else-if="way === 'drawing'" @sized="sized" />
          <MeshFields v-else @sized="sized" />
        </section>
        <section class="min-w-0 space-y-5" aria-label="What it holds">
          <template v-if="isFillable && draft.shape">
            <p class="-mb-3 text-soft">From {{ draft.sizedFrom || 'its measures' }}</p>
            <FillFigures :shape="draft.shape" />
            <FillChart :shape="draft.shape" class="sheet" />
          </template>
          <p v-else class="sheet p-6 text-soft">{{ complaint ? `The shape ${complaint.message}.` : 'What it holds is shown as soon as it is sized.' }}</p>
          <div class="grid grid-cols-2 gap-x-4 gap-y-2">
            <FieldText v-model="draft.name" class="col-span-2" label="Name" :error="errorAt('name')" />
            <FieldNumber :model-value="draft.count" label="in the workshop" :error="errorAt('count')" @update:model-value="draft.count = $event ?? NaN" />
            <FieldNumber :model-value="draft.lifeUses" label="lasts for" unit="uses" :error="errorAt('lifeUses')" @update:model-value="draft.lifeUses = $event ?? NaN" />
            <FieldText v-model="draft.price" :label="`cost, ${workshop.rules?.currency}`" :error="errorAt('price')" inputmode="decimal" />
          </div>
        </section>
      </div>
    </form>
  </div>
</template>
