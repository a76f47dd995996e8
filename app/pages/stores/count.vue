<script setup lang="ts">
import { wareKey } from '~~/core/stock'
import { movementsSchema } from '~~/shared/schemas/stock'
import type { LotRow } from '~~/shared/types/stock'

const stock = useStockStore()
const resins = useResinStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() =>
  Promise.all([stock.load(), resins.load(), workshop.load()]),
)
const { nameOf, amountOf } = useShelf()
/** Where one walks along: what stands together is counted together. */
const places = computed(() => {
  const byPlace = new Map<string, LotRow[]>()
  for (const lot of [...stock.lots].sort(
    (x, y) => wareKey(x.ware).localeCompare(wareKey(y.ware)) || x.code.localeCompare(y.code),
  ))
    byPlace.set(lot.stands, [...(byPlace.get(lot.stands) ?? []), lot])
  return [...byPlace].sort(([x], [y]) => x.localeCompare(y))
})
/** What was found: as the ledger says where it was ticked, or another amount. */
const ticked = reactive(new Map<number, boolean>())
const found = reactive(new Map<number, number | undefined>())
const keys = new Map<number, string>()
const keyOf = (id: number) => {
  const key = keys.get(id) ?? crypto.randomUUID()
  keys.set(id, key)
  return key
}
const counted = computed(() =>
  stock.lots.filter(({ id }) => ticked.get(id) || found.get(id) !== undefined),
)
const told = ref(0)
const form = useForm({
  schema: movementsSchema,
  send: ({ movements }) => stock.tell(movements).then(() => movements.length),
  done: (count) => {
    told.value = count
    ticked.clear()
    found.clear()
    keys.clear()
  },
})
const order = computed(() => counted.value.map(({ id }) => id))
const errorAt = (id: number) => {
  const at = order.value.indexOf(id)
  return form.errorAt(`movements[${at}].amount`) ?? form.errorAt(`movements[${at}].note`)
}
const submit = () =>
  form.submit({
    movements: counted.value.map((lot) => ({
      key: keyOf(lot.id),
      lotId: lot.id,
      kind: 'counted' as const,
      amount: found.get(lot.id) ?? lot.left,
      note: 'count day',
    })),
  })
</script>

<template>
  <div>
    <PlaceHead
      title="Count day"
      note="Walk along the shelves: tick what is as the ledger says, write what is not."
    >
      <button class="press" form="count" :disabled="counted.length === 0 || form.sending.value">
        Note {{ counted.length }} counted
      </button>
    </PlaceHead>
    <StoreTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the stores …</p>
    <EmptyPlace v-else-if="stock.lots.length === 0" title="There is nothing to count"
      >Put in what stands on the shelves first.<template #action
        ><NuxtLink to="/stores" class="press">The shelves</NuxtLink></template
      ></EmptyPlace
    >
    <form v-else id="count" class="max-w-4xl" novalidate @submit.prevent="submit">
      <p v-if="told > 0" role="status" class="mb-2">{{ told }} counted and noted.</p>
      <p v-if="form.failure.value" role="alert" class="wrong mb-2">{{ form.failure.value }}</p>
      <section v-for="[place, lots] in places" :key="place" class="mb-5">
        <h2 class="border-b border-ink pb-1">{{ place || 'no place noted' }}</h2>
        <div
          v-for="lot in lots"
          :key="lot.id"
          class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-b border-hair py-1 sm:grid-cols-[8rem_minmax(0,1fr)_7rem_10rem_9rem]"
        >
          <NuxtLink :to="`/stores/lots/${lot.id}`" class="link font-semibold">{{
            lot.code
          }}</NuxtLink>
          <span>{{ nameOf(lot.ware) }}</span>
          <span class="text-right" :class="lot.left < 0 ? 'text-hands' : ''">{{
            amountOf(lot.left, lot.unit)
          }}</span>
          <label class="flex min-h-11 items-center gap-2"
            ><input
              type="checkbox"
              class="size-6 accent-ink"
              :checked="ticked.get(lot.id) ?? false"
              :disabled="found.get(lot.id) !== undefined"
              @change="ticked.set(lot.id, ($event.target as HTMLInputElement).checked)"
            />that is there</label
          >
          <FieldNumber
            :model-value="found.get(lot.id)"
            optional
            hide-label
            :label="`${lot.code}: there is`"
            :unit="lot.unit"
            :error="errorAt(lot.id)"
            @update:model-value="found.set(lot.id, $event)"
          />
        </div>
      </section>
    </form>
  </div>
</template>
