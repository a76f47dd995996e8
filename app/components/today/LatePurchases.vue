<script setup lang="ts">
/** What was ordered for the stores and should be here; the plan counts on the next working day. */
const store = usePurchaseStore()
const session = useSessionStore()
const { local, localNow, day } = useWhen()
if (session.may('see the stock')) useLoading(() => store.loadPurchases())
const late = computed(() =>
  store.open.filter(({ dueOn }) => local(dueOn).endOf('day') < localNow()),
)
</script>

<template>
  <section v-if="late.length > 0">
    <h2 class="mb-1 text-hands">Ordered and not here</h2>
    <ul>
      <li v-for="purchase in late" :key="purchase.id" class="border-b border-hair py-1.5">
        <NuxtLink to="/stores/buy" class="link font-semibold">{{ purchase.supplier }}</NuxtLink>
        <span class="text-soft"
          >, due {{ day(purchase.dueOn) }}; ask them, and put in what came</span
        >
      </li>
    </ul>
  </section>
</template>
