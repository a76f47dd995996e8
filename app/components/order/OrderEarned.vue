<script setup lang="ts">
import type { EarnedBy } from '~~/shared/types/earned'

/** What the pieces of an order were to cost, what they really took, and what that leaves. */
const { orderId, agreed } = defineProps<{ orderId: number; agreed: number }>()
const quotes = useQuoteStore()
const found = shallowRef<EarnedBy>({ currency: '', lines: [] })
const { ready, failure, again } = useLoading(async () => {
  found.value = await quotes.earnedOfOrder(orderId)
})
watch(
  () => agreed,
  () => again(),
)
const { groups, all } = useEarned(
  () => found.value.lines,
  () => 'recipe',
  () => found.value.currency,
)
const isBegun = computed(() => found.value.lines.some(({ poured }) => poured > 0))
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <section v-else-if="ready && isBegun" aria-label="Planned and real">
    <h2 class="mb-2">What it has cost so far, {{ found.currency }}</h2>
    <EarnedTable :groups="groups" :all="all" of="what" />
  </section>
</template>
