<script setup lang="ts">
import { costOfPacks, inWorkingDays } from '~~/core/stock'
import { purchaseSchema } from '~~/shared/schemas/purchases'
import type { BuyRow } from '~~/shared/types/purchases'

/** What is to be bought from one supplier: how many packs of each, by when, at what cost. */
const { supplier, rows } = defineProps<{ supplier: string; rows: readonly BuyRow[] }>()
const emit = defineEmits<{ terms: [row: BuyRow] }>()
const store = usePurchaseStore()
const workshop = useWorkshopStore()
const session = useSessionStore()
const { day, local, localNow } = useWhen()
const { amountOf } = useShelf()

/** As proposed, until somebody writes another number. */
const counts = reactive(new Map<string, number | undefined>())
const keyOf = (row: BuyRow, i: number) => `${row.ware.of}${row.ware.id}/${i}`
const countOf = (row: BuyRow, i: number) =>
  counts.has(keyOf(row, i)) ? counts.get(keyOf(row, i)) : row.proposal.counts[i]
const lines = computed(() =>
  rows.flatMap((row) =>
    row.packs.flatMap(({ size, price, leadDays }, i) => {
      const packs = countOf(row, i) ?? 0
      return packs > 0
        ? [{ ware: row.ware, packs, packSize: size, packPrice: price, leadDays }]
        : []
    }),
  ),
)
const total = computed(() =>
  costOfPacks(
    lines.value.map(({ packs: count, packPrice: price }) => ({ count, price })),
    workshop.rules?.currency ?? '',
  ),
)
/** As long as the slowest of them takes. */
const dueOn = computed(() => {
  const slowest = Math.max(0, ...lines.value.map(({ leadDays }) => leadDays))
  return new Date(inWorkingDays(localNow().toMillis(), slowest)).toISOString().slice(0, 10)
})
const orderBy = (row: BuyRow) => row.proposal.orderBy
const isUrgent = (row: BuyRow) => {
  const by = orderBy(row)
  return by !== null && local(by).startOf('day') <= localNow().startOf('day')
}
const form = useForm({ schema: purchaseSchema, send: store.place, done: () => counts.clear() })
const order = () =>
  form.submit({
    supplier: supplier || 'a supplier',
    dueOn: dueOn.value,
    note: '',
    lines: lines.value.map(({ leadDays: _lead, ...line }) => line),
  })
</script>

<template>
  <section class="mb-8" :aria-label="`From ${supplier || 'nobody yet'}`">
    <div class="mb-1 flex flex-wrap items-end justify-between gap-3">
      <h2>{{ supplier || 'From nobody yet' }}</h2>
      <div v-if="lines.length > 0" class="flex flex-wrap items-center gap-3 print:hidden">
        <span v-if="total !== null"
          >{{ written(total) }} {{ workshop.rules?.currency }}, here {{ day(dueOn) }}</span
        >
        <button
          v-if="session.may('change the stores')"
          type="button"
          class="press"
          :disabled="form.sending.value"
          @click="order"
        >
          It is ordered
        </button>
      </div>
    </div>
    <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
    <div class="overflow-x-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th>what</th>
            <th class="figure">there</th>
            <th class="figure">planned</th>
            <th class="figure">coming</th>
            <th class="figure">missing</th>
            <th>order by</th>
            <th>packs</th>
            <th><span class="sr-only">how it is bought</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="`${row.ware.of}${row.ware.id}`">
            <td class="font-semibold">{{ row.name }}</td>
            <td class="figure whitespace-nowrap" :class="row.left < 0 ? 'text-hands' : ''">
              {{ amountOf(row.left, row.unit) }}
            </td>
            <td class="figure whitespace-nowrap">{{ amountOf(row.asked, row.unit) }}</td>
            <td class="figure whitespace-nowrap">
              {{ row.coming > 0 ? amountOf(row.coming, row.unit) : '' }}
            </td>
            <td class="figure whitespace-nowrap">
              {{ row.proposal.missing > 0 ? amountOf(row.proposal.missing, row.unit) : '' }}
            </td>
            <td class="whitespace-nowrap" :class="isUrgent(row) ? 'font-semibold text-hands' : ''">
              {{ isUrgent(row) ? 'today' : row.proposal.orderBy ? day(row.proposal.orderBy) : '' }}
              <span v-if="row.proposal.shortAt" class="block text-sm font-normal text-soft"
                >lacks from {{ day(row.proposal.shortAt) }}</span
              >
            </td>
            <td>
              <div v-for="(pack, i) in row.packs" :key="i" class="flex items-center gap-2 py-0.5">
                <div class="w-20">
                  <FieldNumber
                    :model-value="countOf(row, i)"
                    hide-label
                    :label="`Packs of ${row.name}, ${amountOf(pack.size, row.unit)}`"
                    @update:model-value="counts.set(keyOf(row, i), $event)"
                  />
                </div>
                <span class="whitespace-nowrap"
                  >× {{ amountOf(pack.size, row.unit)
                  }}<span v-if="pack.price !== null" class="text-soft">
                    at {{ written(pack.price) }}</span
                  ></span
                >
              </div>
            </td>
            <td>
              <button
                v-if="session.may('change the stores')"
                type="button"
                class="quiet slim print:hidden"
                @click="emit('terms', row)"
              >
                How it is bought
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
