<script setup lang="ts">
import type { Order } from '~~/shared/types/orders'

const recipes = useRecipeStore()
const { ready, failure, again } = useLoading(() => recipes.load())
const open = (order: Order) => navigateTo(`/orders/${order.id}`)
</script>

<template>
  <div class="max-w-3xl">
    <PlaceHead title="Take an order" />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <OrderForm v-else-if="ready" @saved="open" />
  </div>
</template>
