<script setup lang="ts">
import type { Order } from '~~/shared/types/orders'

const recipes = useRecipeStore()
const { ready, failure, again } = useLoading(() => recipes.load())
/** From the markets a market day is taken on, and thought of next. */
const isMarket = useRoute().query.kind === 'market'
const open = (order: Order) =>
  navigateTo(
    isMarket && order.kind === 'market' ? `/prices/markets/${order.id}` : `/orders/${order.id}`,
  )
</script>

<template>
  <div class="max-w-3xl">
    <PlaceHead :title="isMarket ? 'Take a market day on' : 'Take an order'" />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <OrderForm v-else-if="ready" :kind="isMarket ? 'market' : 'commission'" @saved="open" />
  </div>
</template>
