<script setup lang="ts">
import { worthOf, type Ware } from '~~/core/stock'

definePageMeta({
  middleware: () =>
    useSessionStore().may('see the stock')
      ? undefined
      : navigateTo('/stores/resins', { replace: true }),
})
const stock = useStockStore()
const purchases = usePurchaseStore()
const resins = useResinStore()
const plan = usePlanStore()
const workshop = useWorkshopStore()
const session = useSessionStore()
const { ready, failure, again } = useLoading(() =>
  Promise.all([stock.load(), purchases.load(), resins.load(), plan.load(), workshop.load()]),
)
const { lotsOf, leftOf, nameOf, ending } = useShelf()
const worth = computed(() =>
  session.may('see prices') && workshop.rules
    ? `${written(worthOf(stock.lots, workshop.rules.currency))} ${workshop.rules.currency}`
    : '',
)
/** Bottles that are past their end, or will be soon. */
const ends = computed(() =>
  stock.lots.filter((lot) => {
    const { isOver, isSoon } = ending(lot)
    return lot.left > 0 && (isOver || isSoon)
  }),
)
const { promised } = usePromisedResin()
const adding = ref(false)
const keyOf = ({ of, id }: { of: string; id: number }) => `${of} ${id}`
const bought = computed(() => new Map(purchases.rows.map((row) => [keyOf(row.ware), row])))
function line(ware: Ware, name: string, unit: string, hex?: string) {
  const row = bought.value.get(keyOf(ware))
  return {
    ware,
    name,
    unit,
    hex,
    lots: lotsOf(ware),
    left: leftOf(ware),
    planned: row?.asked ?? 0,
    lacksFrom: row?.proposal.shortAt ?? null,
  }
}
const pigments = computed(() =>
  workshop.pigmentsInUse.map(({ id, name, hex }) => line({ of: 'pigment', id }, name, 'g', hex)),
)
const materials = computed(() =>
  workshop.materialsInUse.map(({ id, name, unit }) => line({ of: 'material', id }, name, unit)),
)
</script>

<template>
  <div>
    <PlaceHead
      title="Stores"
      note="Every bottle at its level, what the plan has promised of it, and what ends."
    >
      <button
        v-if="session.may('change the stores')"
        type="button"
        class="press"
        :disabled="!ready"
        @click="adding = true"
      >
        Put in what came
      </button>
    </PlaceHead>
    <StoreTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the stores …</p>
    <EmptyPlace v-else-if="resins.offered.length === 0" title="No resins yet"
      >Everything is worked out from a resin’s ratio, densities and times.<template #action
        ><NuxtLink to="/stores/new" class="press">Add a resin</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <p v-if="worth" class="mb-2 text-soft">
        What stands here is worth {{ worth }}, at what was paid for it.
      </p>
      <p v-if="ends.length > 0" role="status" class="mb-3 border-l-4 border-soon pl-3">
        Use first:
        <template v-for="(lot, i) in ends" :key="lot.id"
          >{{ i > 0 ? '; ' : ''
          }}<NuxtLink :to="`/stores/lots/${lot.id}`" class="link">{{ lot.code }}</NuxtLink>
          {{ nameOf(lot.ware) }}, {{ ending(lot).words }}</template
        >
      </p>
      <div class="grid gap-x-10 xl:grid-cols-2">
        <template v-for="resin in resins.offered" :key="resin.id"
          ><ResinShelf
            v-if="promised.get(resin.id)"
            :resin="resin"
            :promised="promised.get(resin.id)!"
        /></template>
      </div>
      <div class="mt-6 grid items-start gap-10 lg:grid-cols-2">
        <WareLines title="Pigments" :wares="pigments" />
        <WareLines title="Materials" :wares="materials" />
      </div>
    </template>
    <ReceiveDialog v-if="adding" @close="adding = false" />
  </div>
</template>
