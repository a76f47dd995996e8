<script setup lang="ts">
import type { OwedList } from '~~/shared/types/quotes'

/** What a customer agreed to pay, has paid and still owes, order by order. */
const { customerId } = defineProps<{ customerId: number }>()
const quotes = useQuoteStore()
const found = shallowRef<OwedList | null>(null)
const { ready, failure, again } = useLoading(async () => {
  found.value = await quotes.owed(customerId)
})
const { day } = useWhen()
const SUMS = ['total', 'paid', 'rest'] as const
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <section
    v-else-if="ready && found && found.rows.length > 0"
    class="mt-6 border-t border-hair pt-4"
  >
    <h2 class="mb-1">Statement, {{ found.currency }}</h2>
    <div class="overflow-x-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th>order</th>
            <th>quote</th>
            <th>promised</th>
            <th class="figure">agreed</th>
            <th class="figure">paid</th>
            <th class="figure">still to be paid</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in found.rows" :key="row.orderId">
            <td>
              <NuxtLink :to="`/orders/${row.orderId}`" class="link">{{ row.title }}</NuxtLink>
            </td>
            <td>{{ row.number }}</td>
            <td class="whitespace-nowrap">{{ day(row.promisedAt) }}</td>
            <td v-for="of in SUMS" :key="of" class="figure">{{ written(row[of]) }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr class="font-semibold">
            <td colspan="3">together</td>
            <td v-for="of in SUMS" :key="of" class="figure">{{ written(found.together[of]) }}</td>
          </tr>
        </tfoot>
      </table>
    </div>
  </section>
</template>
