<script setup lang="ts">
import { ORDER_STAGE } from '~/utils/orderStates'

const orders = useOrderStore()
const recipes = useRecipeStore()
const plan = usePlanStore()
const all = ref(false)
const { ready, failure, again } = useLoading(() =>
  Promise.all([orders.load(all.value), recipes.load(), plan.load()]),
)
watch(all, () => void again())
const { dayAndClock } = useWhen()

const promiseOf = computed(
  () => new Map((plan.plan?.promises ?? []).map((promise) => [promise.orderId, promise])),
)
const wanted = (lines: readonly { recipeId: number; quantity: number }[]) =>
  lines
    .map((line) => `${line.quantity} ${recipes.byId.get(line.recipeId)?.name ?? 'pieces'}`)
    .join(', ')
</script>

<template>
  <div>
    <PlaceHead
      title="Orders"
      note="What was asked for, by whom or for which market day, and promised when."
    >
      <label class="flex items-center gap-2 px-2"
        ><input v-model="all" type="checkbox" class="size-5 accent-ink" /> delivered and declined
        too</label
      >
      <NuxtLink to="/orders/new" class="press">Take an order</NuxtLink>
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the orders …</p>
    <EmptyPlace v-else-if="orders.orders.length === 0" title="No open orders">
      A commission is for somebody, a market day for a date. Take the first one and see what it
      needs, costs and when it can be ready.
      <template #action><NuxtLink to="/orders/new" class="press">Take an order</NuxtLink></template>
    </EmptyPlace>
    <template v-else>
      <table class="ledger">
        <thead>
          <tr>
            <th>order</th>
            <th>wanted</th>
            <th>state</th>
            <th>promised</th>
            <th>in the plan</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="order in orders.orders" :key="order.id">
            <td>
              <NuxtLink :to="`/orders/${order.id}`" class="link font-semibold">{{
                order.title
              }}</NuxtLink><br /><span class="text-soft">{{
                order.kind === 'market' ? 'market day' : order.customer
              }}</span>
            </td>
            <td>{{ wanted(order.lines) }}</td>
            <td><StateWord :word="order.state" :stage="ORDER_STAGE[order.state]" /></td>
            <td class="whitespace-nowrap">{{ dayAndClock(order.promisedAt) }}</td>
            <td>
              <PromiseWord v-if="promiseOf.get(order.id)" :promise="promiseOf.get(order.id)!" />
            </td>
          </tr>
        </tbody>
      </table>
      <button v-if="orders.next" type="button" class="quiet mt-4" @click="orders.loadMore(all)">
        Show more orders
      </button>
    </template>
  </div>
</template>
