<script setup lang="ts">
import { onHappened, readAgain } from '~/live/happened'
import { lotSchema, type LotFields } from '~~/shared/schemas/stock'
import type { LotView } from '~~/shared/types/stock'

const id = Number(useRoute().params.id)
const stock = useStockStore()
const resins = useResinStore()
const workshop = useWorkshopStore()
const session = useSessionStore()
const view = shallowRef<LotView | null>(null)
const draft = ref<Omit<LotFields, 'boughtOn' | 'useBy' | 'price'> & Texts>()
interface Texts {
  price: string
  boughtOn: string
  useBy: string
}
async function read(): Promise<void> {
  const seen = await stock.view(id)
  view.value = seen
  const { code, size, price, supplier, boughtOn, openedAt, useBy, keepsDays, stands } = seen.lot
  draft.value = {
    code,
    size,
    supplier,
    openedAt,
    keepsDays,
    stands,
    price: price ?? '',
    boughtOn: boughtOn ?? '',
    useBy: useBy ?? '',
  }
}
const { ready, failure, again } = useLoading(() =>
  Promise.all([read(), resins.load(), workshop.load()]),
)
const { nameOf, ending, amountOf } = useShelf()
const lot = computed(() => view.value?.lot ?? null)
const readMovements = readAgain(async () => {
  view.value = await stock.view(id)
})
const { off } = onHappened(({ subject }) => {
  if (subject === 'stock') readMovements()
})
onScopeDispose(off)

const saved = ref(false)
const form = useForm({
  schema: lotSchema,
  send: ({ version, ...fields }) => stock.save(id, { ...fields, version }),
  done: async () => {
    saved.value = true
    await read()
  },
})
const submit = () =>
  draft.value &&
  form.submit({
    ...draft.value,
    price: draft.value.price.trim() === '' ? null : draft.value.price,
    boughtOn: draft.value.boughtOn || null,
    useBy: draft.value.useBy || null,
    keepsDays: draft.value.keepsDays ?? null,
    version: lot.value?.version ?? 0,
  })
const { refused, attempt } = useAttempt()
const back = (movement: number) =>
  attempt(async () => {
    await stock.takeBack(movement, '')
    await read()
  })
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready || !lot || !view || !draft" class="text-soft" role="status">
      Fetching the bottle …
    </p>
    <template v-else>
      <PlaceHead
        :title="lot.code"
        :note="[nameOf(lot.ware), lot.stands, ending(lot).words].filter(Boolean).join(' · ')"
      >
        <NuxtLink to="/stores" class="quiet">The shelves</NuxtLink>
      </PlaceHead>
      <div
        class="grid items-start gap-x-10 gap-y-6 md:grid-cols-[8rem_minmax(0,1fr)_minmax(0,1fr)]"
      >
        <div class="text-center">
          <BottleDrawing
            :left="lot.left"
            :size="lot.size"
            :largest="lot.size"
            tint="#e4dcc2"
            class="mx-auto"
          />
          <p class="text-2xl" :class="lot.left < 0 ? 'text-hands' : ''">
            {{ amountOf(lot.left, lot.unit) }}
          </p>
          <p class="text-soft">of {{ amountOf(lot.size, lot.unit) }}</p>
          <p v-if="lot.left < 0" class="text-hands">more was used than was noted: count it</p>
        </div>
        <TellBottle v-if="session.may('change the stores')" :lot="lot" @told="read" />
        <form class="space-y-3" novalidate @submit.prevent="submit">
          <h2>What stands on it</h2>
          <div class="grid grid-cols-2 gap-3">
            <FieldText v-model="draft.code" label="code" :error="form.errorAt('code')" />
            <FieldNumber
              :model-value="draft.size"
              label="holds when full"
              :unit="lot.unit"
              :error="form.errorAt('size')"
              @update:model-value="draft.size = $event ?? NaN"
            />
            <FieldMoney
              v-if="session.may('see prices')"
              v-model="draft.price"
              :fixed="!session.may('change prices')"
              :label="`paid, ${workshop.rules?.currency ?? ''}`"
              :error="form.errorAt('price')"
            />
            <FieldText v-model="draft.supplier" label="from" :error="form.errorAt('supplier')" />
            <FieldDate
              v-model="draft.boughtOn"
              optional
              label="came on"
              :error="form.errorAt('boughtOn')"
            />
            <FieldDate
              v-model="draft.useBy"
              optional
              label="use by"
              :error="form.errorAt('useBy')"
            />
            <FieldNumber
              :model-value="draft.keepsDays ?? undefined"
              optional
              label="once open it keeps"
              unit="days"
              :error="form.errorAt('keepsDays')"
              @update:model-value="draft.keepsDays = $event ?? null"
            />
            <FieldText
              v-model="draft.stands"
              label="where it stands"
              :error="form.errorAt('stands')"
            />
          </div>
          <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
          <button
            v-if="session.may('change the stores')"
            class="quiet"
            :disabled="form.sending.value"
          >
            Save what stands on it
          </button>
          <span v-if="saved" role="status" class="ml-3">Saved.</span>
        </form>
      </div>
      <div class="mt-8 grid items-start gap-10 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
        <section class="overflow-x-auto">
          <h2 class="mb-1">What happened to it</h2>
          <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
          <LedgerLines :rows="view.movements" @back="back" />
        </section>
        <section>
          <h2 class="mb-1">Pieces made of it</h2>
          <p v-if="view.pieces.length === 0" class="text-soft">None has been poured yet.</p>
          <ul class="columns-2 gap-6">
            <li v-for="piece in view.pieces" :key="piece.id">
              <NuxtLink :to="`/notebook/${piece.id}`" class="link inline-block py-0.5"
                >{{ piece.recipe }} {{ piece.number }}</NuxtLink
              >
            </li>
          </ul>
        </section>
      </div>
      <HistoryList :id="lot.id" subject="stock" />
    </template>
  </div>
</template>
