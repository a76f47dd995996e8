<script setup lang="ts">
import { ORDER_STAGE } from '~/utils/orderStates'
import type { Order } from '~~/shared/types/orders'

/** What a customer has ordered so far. */
const { customerId } = defineProps<{ customerId: number }>()
const store = useOrderStore()
const orders = ref<Order[]>([])
const next = ref<string | null>(null)
async function more(): Promise<void> {
  const page = await store.ofCustomer(customerId, next.value)
  orders.value.push(...page.rows)
  next.value = page.next
}
const { ready, failure, again } = useLoading(more)
const { day } = useWhen()
</script>

<template>
  <section class="mt-6 border-t border-hair pt-4">
    <h2 class="mb-1">Orders</h2>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="ready && orders.length === 0" class="text-soft">None yet.</p>
    <ul v-else>
      <li
        v-for="order in orders"
        :key="order.id"
        class="flex flex-wrap items-baseline gap-x-4 border-b border-hair py-2"
      >
        <NuxtLink :to="`/orders/${order.id}`" class="link font-semibold">{{
          order.title
        }}</NuxtLink>
        <StateWord :word="order.state" :stage="ORDER_STAGE[order.state]" />
        <span class="text-soft">promised {{ day(order.promisedAt) }}</span>
      </li>
    </ul>
    <button v-if="next" type="button" class="quiet slim mt-3" @click="more">Show more</button>
  </section>
</template>
