<script setup lang="ts">
import type { Market } from '~~/shared/types/markets'

const id = Number(useRoute().params.id)
const markets = useMarketStore()
const plan = usePlanStore()
const recipes = useRecipeStore()
const session = useSessionStore()
const { dayAndClock } = useWhen()
const market = shallowRef<Market | null>(null)
const { ready, failure, again } = useLoading(async () => {
  const [own] = await Promise.all([
    markets.get(id),
    recipes.load(),
    plan.load(),
    plan.loadQuestion(),
  ])
  market.value = own
})
const isOrdered = ref(false)
async function ordered(): Promise<void> {
  await again()
  isOrdered.value = true
}
const isOver = computed(() => market.value !== null && Date.parse(market.value.at) < nowMs())
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready || !market" class="text-soft" role="status">Fetching the market …</p>
    <template v-else>
      <PlaceHead :title="market.title" :note="dayAndClock(market.at)">
        <NuxtLink :to="`/orders/${market.orderId}`" class="quiet">Its order</NuxtLink>
        <NuxtLink to="/prices/markets" class="quiet">All markets</NuxtLink>
      </PlaceHead>
      <p v-if="isOrdered" class="mb-3" role="status">These numbers stand on the order.</p>
      <MarketSales
        v-if="isOver || market.toldAt"
        :key="`sales ${market.version}`"
        :market="market"
        :may="session.may('change prices')"
        @changed="market = $event"
      />
      <MarketPlan
        v-if="!isOver && !market.toldAt"
        :key="`plan ${market.version}`"
        :market="market"
        :may="session.may('change prices')"
        @changed="
          (fresh) => {
            market = fresh
            isOrdered = false
          }
        "
        @ordered="ordered"
      />
    </template>
  </div>
</template>
