<script setup lang="ts">
import type { BoughtWare } from '~~/shared/schemas/purchases'
import type { BuyRow, PurchaseLine } from '~~/shared/types/purchases'

const store = usePurchaseStore()
const resins = useResinStore()
const recipes = useRecipeStore()
const plan = usePlanStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() =>
  Promise.all([store.load(), resins.load(), workshop.load(), plan.load(), recipes.load()]),
)
const { amountOf } = useShelf()
const showsAll = ref(false)
const isWanted = (row: BuyRow) => row.proposal.missing > 0 || row.proposal.shortAt !== null
const wanted = computed(() => store.rows.filter(isWanted))
const bySupplier = computed(() => {
  const groups = new Map<string, BuyRow[]>()
  for (const row of showsAll.value ? store.rows : wanted.value)
    groups.set(row.terms.supplier, [...(groups.get(row.terms.supplier) ?? []), row])
  return [...groups].sort(([x], [y]) => x.localeCompare(y))
})
const suppliers = computed(() =>
  [...new Set(store.rows.map(({ terms }) => terms.supplier))].filter((name) => name !== '').sort(),
)
const keyOf = ({ of, id }: BoughtWare) => `${of} ${id}`
const rowOf = computed(() => new Map(store.rows.map((row) => [keyOf(row.ware), row])))
function nameOf({ ware, packSize }: PurchaseLine): string {
  const row = rowOf.value.get(keyOf(ware))
  return row ? `${row.name}, ${amountOf(packSize, row.unit)}` : 'what is not in use any more'
}
const asked = shallowRef<BuyRow | null>(null)
const print = () => window.print()
</script>

<template>
  <div>
    <PlaceHead
      title="To buy"
      note="What planned work will lack, the packs that cover it at the least cost, and by when."
    >
      <button type="button" class="quiet" @click="print">Print</button>
      <button type="button" class="quiet" :aria-pressed="showsAll" @click="showsAll = !showsAll">
        {{ showsAll ? 'Only what lacks' : 'Everything kept here' }}
      </button>
    </PlaceHead>
    <StoreTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Working out what lacks …</p>
    <template v-else>
      <OrderedList :purchases="store.open" :name-of="nameOf" />
      <EmptyPlace v-if="bySupplier.length === 0" title="Nothing lacks"
        >What is planned is there or coming. Say how much of something is always to be there, and it
        is proposed in time.<template #action
          ><button type="button" class="press" @click="showsAll = true">
            Everything kept here
          </button></template
        ></EmptyPlace
      >
      <WornMoulds />
      <BuyList
        v-for="[supplier, rows] in bySupplier"
        :key="supplier"
        :supplier="supplier"
        :rows="rows"
        @terms="asked = $event"
      />
    </template>
    <TermsDialog v-if="asked" :row="asked" :suppliers="suppliers" @close="asked = null" />
  </div>
</template>
