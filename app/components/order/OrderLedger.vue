<script setup lang="ts">
import type { OrderLine } from '~~/shared/types/orders'
import type { OrderGroup } from '~/utils/orderGroups'
import { ORDER_STAGE } from '~/utils/orderStates'

/** Orders side by side, under the headings of their groups; one below the other on a phone. */
const { groups } = defineProps<{ groups: readonly OrderGroup[] }>()
const recipes = useRecipeStore()
const plan = usePlanStore()
const { dayAndClock } = useWhen()
const promiseOf = computed(
  () => new Map((plan.plan?.promises ?? []).map((promise) => [promise.orderId, promise])),
)
const wanted = (lines: readonly Readonly<OrderLine>[]) =>
  lines
    .filter(({ mends }) => !mends)
    .map(
      (line) =>
        `${line.quantity - line.spares} ${recipes.byId.get(line.recipeId)?.name ?? 'pieces'}`,
    )
    .join(', ')
</script>

<template>
  <table class="ledger max-sm:block">
    <thead class="max-sm:sr-only">
      <tr>
        <th>order</th>
        <th>wanted</th>
        <th>state</th>
        <th>promised</th>
        <th>in the plan</th>
      </tr>
    </thead>
    <tbody v-for="(group, i) in groups" :key="`${i} ${group.title}`" class="max-sm:block">
      <tr v-if="group.title" class="max-sm:block">
        <th colspan="5" scope="rowgroup" class="pt-4! font-semibold! max-sm:block">
          {{ group.title }}
        </th>
      </tr>
      <tr
        v-for="order in group.orders"
        :key="order.id"
        class="max-sm:block max-sm:border-b max-sm:border-hair max-sm:py-2 max-sm:[&>td]:block max-sm:[&>td]:border-0 max-sm:[&>td]:py-0"
      >
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
</template>
