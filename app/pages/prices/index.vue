<script setup lang="ts">
import type { EarnedBy } from '~~/shared/types/earned'
import { EARNED_BY, type EarnedByWhat } from '~/composables/useEarned'

const quotes = useQuoteStore()
const LAST = useWhen().lastMonths(24)
const month = ref(LAST[0]!.value)
const months = ref(3)
const by = ref<EarnedByWhat>('order')
const found = shallowRef<EarnedBy>({ currency: '', lines: [] })
const { ready, failure, again } = useLoading(async () => {
  const [until, over] = [month.value, months.value]
  const answer = await quotes.earned(until, over)
  // Another time may have been chosen meanwhile; its answer stands.
  if (until === month.value && over === months.value) found.value = answer
})
watch([month, months], () => again())
const { groups, all } = useEarned(
  () => found.value.lines.filter(({ isDone }) => isDone),
  () => by.value,
  () => found.value.currency,
)
const begun = useEarned(
  () => found.value.lines.filter(({ isDone }) => !isDone),
  () => by.value,
  () => found.value.currency,
)
const SPANS = [
  { value: 1, label: 'that month' },
  { value: 3, label: 'three months' },
  { value: 6, label: 'six months' },
  { value: 12, label: 'a year' },
]
const WAYS = EARNED_BY.map((value) => ({ value, label: `by ${value}` }))
const unpriced = computed(() => [
  ...new Set(found.value.lines.flatMap(({ real }) => real.unpriced)),
])
</script>

<template>
  <div>
    <PlaceHead
      title="Prices"
      :note="`What was agreed for what was made, and what it really cost, in ${found.currency}.`"
    />
    <PriceTabs />
    <div class="mb-4 grid max-w-2xl grid-cols-3 gap-3">
      <FieldChoice v-model="month" label="up to" :options="LAST" />
      <FieldChoice v-model="months" label="over" :options="SPANS" />
      <FieldChoice v-model="by" label="set together" :options="WAYS" />
    </div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Adding it up …</p>
    <EmptyPlace v-else-if="found.lines.length === 0" title="Nothing was made in this time"
      >What is being made or was delivered stands here, by the day it was promised for.</EmptyPlace
    >
    <template v-else>
      <EarnedTable v-if="groups.length > 0" :groups="groups" :all="all" :of="by" />
      <p v-if="unpriced.length > 0" class="mt-2 text-soft">
        Of {{ unpriced.join(', ') }} nobody knows what it was bought for; it is not in the cost.
      </p>
      <p class="mt-2 text-soft">
        Materials are what was drawn at what its bottle was bought for, hours what was told at each
        person’s own wage. What nobody told is not in it.
      </p>
      <template v-if="begun.groups.value.length > 0">
        <h2 class="mt-6 mb-1">Still being made</h2>
        <EarnedTable :groups="begun.groups.value" :all="begun.all.value" :of="by" />
      </template>
      <MoneyChart class="mt-6" :groups="groups" :currency="found.currency" />
    </template>
  </div>
</template>
