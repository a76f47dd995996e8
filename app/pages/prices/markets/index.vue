<script setup lang="ts">
import type { FinishedRow, MarketRow } from '~~/shared/types/markets'

const markets = useMarketStore()
const workshop = useWorkshopStore()
const { day } = useWhen()
const rows = shallowRef<MarketRow[]>([])
const finished = shallowRef<FinishedRow[]>([])
const { ready, failure, again } = useLoading(async () => {
  ;[rows.value, finished.value] = await Promise.all([markets.list(), markets.finished()])
})
/** Those ahead stand the nearest first. */
const ahead = computed(() => rows.value.filter(({ taken }) => taken === null).reverse())
const past = computed(() => rows.value.filter(({ taken }) => taken !== null))
</script>

<template>
  <div>
    <PlaceHead
      title="Markets"
      note="What to make for a market day, how past ones went, and what is finished and nobody’s."
    >
      <NuxtLink to="/orders/new?kind=market" class="quiet">Take a market day on</NuxtLink>
    </PlaceHead>
    <PriceTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the markets …</p>
    <EmptyPlace v-else-if="rows.length === 0" title="No market day yet"
      >A market day is an order of its own kind: take one on, and what to make for it is proposed
      here.</EmptyPlace
    >
    <div v-else class="grid items-start gap-x-10 gap-y-8 xl:grid-cols-2">
      <section>
        <h2 class="mb-1">Ahead</h2>
        <p v-if="ahead.length === 0" class="text-soft">None.</p>
        <ul>
          <li
            v-for="row in ahead"
            :key="row.orderId"
            class="flex flex-wrap items-baseline gap-x-5 border-b border-hair py-2"
          >
            <NuxtLink :to="`/prices/markets/${row.orderId}`" class="link font-semibold">{{
              row.title
            }}</NuxtLink>
            <span>{{ day(row.at) }}</span>
          </li>
        </ul>
        <template v-if="past.length > 0">
          <h2 class="mt-6 mb-1">How it went</h2>
          <div class="overflow-x-auto">
            <table class="ledger">
              <thead>
                <tr>
                  <th>market</th>
                  <th>day</th>
                  <th class="figure">taken</th>
                  <th class="figure">sold</th>
                  <th class="figure">given</th>
                  <th class="figure">paid, {{ workshop.rules?.currency }}</th>
                  <th class="figure">stall</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in past" :key="row.orderId">
                  <td>
                    <NuxtLink :to="`/prices/markets/${row.orderId}`" class="link">{{
                      row.title
                    }}</NuxtLink>
                  </td>
                  <td class="whitespace-nowrap">{{ day(row.at) }}</td>
                  <td class="figure">{{ row.taken }}</td>
                  <td class="figure">{{ row.sold }}</td>
                  <td class="figure">{{ row.given }}</td>
                  <td class="figure">{{ written(row.paid ?? '') }}</td>
                  <td class="figure">{{ written(row.stallFee) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </template>
      </section>
      <FinishedShelf v-if="finished.length > 0" :rows="finished" @changed="finished = $event" />
    </div>
  </div>
</template>
