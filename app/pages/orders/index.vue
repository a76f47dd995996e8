<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { EVERY_OPEN_ORDER, type OrderFilter } from '~~/shared/schemas/orders'
import { groupedOrders } from '~/utils/orderGroups'

const session = useSessionStore()
const orders = useOrderStore()
const recipes = useRecipeStore()
const plan = usePlanStore()
const { localNow, local } = useWhen()
const filter = reactive<OrderFilter>({ ...EVERY_OPEN_ORDER })
const { ready, failure, again } = useLoading(() =>
  Promise.all([orders.load(filter), recipes.load(), plan.load()]),
)
/** Typing is waited for, so that not every letter is asked for. */
const PAUSE_MS = 250
watchDebounced(filter, () => void orders.load(filter), { debounce: PAUSE_MS })
const isFiltered = computed(
  () => filter.find !== '' || filter.kind !== null || filter.state !== null,
)
const groups = computed(() => groupedOrders(orders.orders, filter.sort, { now: localNow(), local }))
</script>

<template>
  <div>
    <PlaceHead
      title="Orders"
      note="What was asked for, by whom or for which market day, and promised when."
    >
      <NuxtLink v-if="session.may('keep the house')" to="/import/orders" class="quiet"
        >From a table</NuxtLink
      >
      <NuxtLink to="/orders/new" class="press">Take an order</NuxtLink>
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the orders …</p>
    <template v-else>
      <OrderFilters v-model="filter" />
      <EmptyPlace
        v-if="orders.orders.length === 0"
        :title="isFiltered ? 'No order is like this' : 'No open orders'"
      >
        <template v-if="isFiltered">Look among the delivered and declined ones, too.</template>
        <template v-else>
          A commission is for somebody, a market day for a date. Take the first one and see what it
          needs, costs and when it can be ready.
        </template>
        <template #action
          ><NuxtLink to="/orders/new" class="press">Take an order</NuxtLink></template
        >
      </EmptyPlace>
      <OrderLedger v-else :groups="groups" />
      <button v-if="orders.next" type="button" class="quiet mt-4" @click="orders.loadMore()">
        Show more orders
      </button>
    </template>
  </div>
</template>
