<script setup lang="ts">
import { ORDER_STAGE } from '~/utils/orderStates'
import type { OwedList } from '~~/shared/types/quotes'

const quotes = useQuoteStore()
const { day } = useWhen()
const owed = shallowRef<OwedList | null>(null)
const { ready, failure, again } = useLoading(async () => {
  owed.value = await quotes.owed()
})
</script>

<template>
  <div>
    <PlaceHead title="Owed" note="Orders with an agreed price that is not paid as agreed." />
    <PriceTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready || !owed" class="text-soft" role="status">Adding it up …</p>
    <EmptyPlace v-else-if="owed.rows.length === 0" title="Nobody owes anything"
      >Orders stand here from the day on which a quote is accepted until it is paid.</EmptyPlace
    >
    <div v-else class="overflow-x-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th>order</th>
            <th>for</th>
            <th>state</th>
            <th>promised</th>
            <th class="figure">agreed, {{ owed.currency }}</th>
            <th class="figure">paid</th>
            <th class="figure">of the deposit missing</th>
            <th class="figure">still to be paid</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in owed.rows" :key="row.orderId">
            <td>
              <NuxtLink :to="`/orders/${row.orderId}`" class="link">{{ row.title }}</NuxtLink>
            </td>
            <td>{{ row.customer }}</td>
            <td><StateWord :word="row.state" :stage="ORDER_STAGE[row.state]" /></td>
            <td class="whitespace-nowrap">{{ day(row.promisedAt) }}</td>
            <td class="figure">{{ written(row.total) }}</td>
            <td class="figure">{{ written(row.paid) }}</td>
            <td class="figure text-hands">
              {{ Number(row.depositRest ?? 0) > 0 ? written(row.depositRest ?? '') : '' }}
            </td>
            <td class="figure font-semibold">{{ written(row.rest) }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr class="font-semibold">
            <td colspan="7">
              together{{
                owed.together.orders > owed.rows.length
                  ? `, over ${owed.together.orders} orders; the first ${owed.rows.length} stand here`
                  : ''
              }}
            </td>
            <td class="figure">{{ written(owed.together.rest) }}</td>
          </tr>
        </tfoot>
      </table>
    </div>
  </div>
</template>
