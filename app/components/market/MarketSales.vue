<script setup lang="ts">
import { takings } from '~~/core/market'
import { marketSalesSchema, type MarketSale } from '~~/shared/schemas/markets'
import type { Market } from '~~/shared/types/markets'

/** How a market day went: what was taken, sold and given away, and at what price. */
const { market, may } = defineProps<{ market: Market; may: boolean }>()
const emit = defineEmits<{ changed: [market: Market] }>()
const markets = useMarketStore()
const told = new Map(market.sales.map((sale) => [sale.recipeId, sale]))
const asked = market.products.filter(
  ({ recipeId, guess, ordered, stock }) =>
    told.has(recipeId) || guess !== null || ordered > 0 || stock > 0,
)
const recipes = useRecipeStore()
const nameOf = computed(() => new Map(recipes.recipes.map(({ id, name }) => [id, name])))
const draft = ref<MarketSale[]>(
  asked.map(
    (row) =>
      told.get(row.recipeId) ?? {
        recipeId: row.recipeId,
        taken: row.stock + row.ordered,
        sold: 0,
        given: 0,
        price: row.guess?.price ?? row.shelfPrice ?? '0',
      },
  ),
)
const chosen = ref<number | null>(null)
const others = computed(() =>
  recipes.recipes
    .filter(({ id }) => !draft.value.some(({ recipeId }) => recipeId === id))
    .map(({ id, name }) => ({ value: id, label: name })),
)
watch(chosen, (recipeId) => {
  if (recipeId !== null) draft.value.push({ recipeId, taken: 0, sold: 0, given: 0, price: '0' })
  chosen.value = null
})
const COUNTS = [
  { key: 'taken', label: 'taken' },
  { key: 'sold', label: 'sold' },
  { key: 'given', label: 'given or broken' },
] as const
const left = ({ taken, sold, given }: MarketSale) => taken - sold - given
const paid = computed(() => takings(market.sales, market.selling.currency))
const form = useForm({
  schema: marketSalesSchema,
  send: (sales) => markets.tellSales(market.orderId, sales),
  done: (fresh) => emit('changed', fresh),
})
</script>

<template>
  <form
    novalidate
    class="mb-8"
    @submit.prevent="form.submit({ version: market.version, sales: draft })"
  >
    <h2 class="mb-2">How it went</h2>
    <p v-if="market.toldAt" class="mb-2">
      {{ written(paid) }} {{ market.selling.currency }} were paid; the stall cost
      {{ written(market.stallFee) }}.
    </p>
    <div class="overflow-x-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th>piece</th>
            <th v-for="{ key, label } in COUNTS" :key="key" class="figure">{{ label }}</th>
            <th class="figure">paid for one</th>
            <th class="figure">came home</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(sale, i) in draft" :key="sale.recipeId">
            <td class="font-semibold">{{ nameOf.get(sale.recipeId) }}</td>
            <td v-for="{ key, label } in COUNTS" :key="key" class="w-28">
              <FieldNumber
                hide-label
                :model-value="sale[key]"
                :label="`${nameOf.get(sale.recipeId)}: ${label}`"
                :error="form.errorAt(`sales[${i}].${key}`)"
                @update:model-value="sale[key] = $event ?? NaN"
              />
            </td>
            <td class="w-32">
              <FieldMoney
                v-model="sale.price"
                hide-label
                :label="`${nameOf.get(sale.recipeId)}: paid for one`"
                :error="form.errorAt(`sales[${i}].price`)"
              />
            </td>
            <td class="figure" :class="left(sale) < 0 ? 'text-hands' : ''">{{ left(sale) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <FieldPick
      v-if="may && others.length > 0"
      v-model="chosen"
      class="mt-3 max-w-sm"
      label="Another piece that was taken"
      :options="others"
    />
    <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
    <button v-if="may" class="press mt-4" :disabled="form.sending.value">
      That is how it went
    </button>
  </form>
</template>
