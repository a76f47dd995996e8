<script setup lang="ts">
import { linesOfDay } from '~~/core/market'
import { MINUTES_PER_HOUR } from '~~/core/units'
import { marketSchema, type MarketFields, type MarketGuess } from '~~/shared/schemas/markets'
import type { Market, MarketProductRow } from '~~/shared/types/markets'

/** What is thought of a market day, and what to make for it by that. */
const { market, may } = defineProps<{ market: Market; may: boolean }>()
const emit = defineEmits<{ changed: [market: Market]; ordered: [] }>()
const markets = useMarketStore()
const orders = useOrderStore()
const recipes = useRecipeStore()

/** What was asked last time, else from the shelf, else twice what it costs. */
const TIMES_COST = 2
function begun(row: MarketProductRow): MarketGuess {
  const last = row.past.at(-1)
  const price =
    last?.price ?? row.shelfPrice ?? String(Math.ceil(Number(row.costPerGood) * TIMES_COST))
  const likely = row.ordered || 4
  return {
    recipeId: row.recipeId,
    price,
    few: Math.floor(likely / 2),
    likely,
    many: likely * 2,
    most: Math.max(20, row.ordered),
    byPast: true,
  }
}
const isKnown = (row: MarketProductRow) =>
  row.guess !== null || row.ordered > 0 || row.past.length > 0 || row.stock > 0
const { version: _v, orderId: _o, ...day } = market
/** The pieces of the day, and those that were added since. */
const known = ref(market.products)
const draft = ref<MarketFields>({
  stallFee: day.stallFee,
  tablePieces: day.tablePieces,
  handsMin: day.handsMin,
  leftPct: day.leftPct,
  note: day.note,
  guesses: market.products.filter(isKnown).map((row) => row.guess ?? begun(row)),
})
const { answer, wrong, progress, refused, freeHandsMin, stop } = useMarketChoice(
  () => ({ ...market, products: known.value }),
  () => draft.value,
)
const rowOf = computed(() => new Map(known.value.map((row) => [row.recipeId, row])))
const chosen = ref<number | null>(null)
const others = computed(() =>
  recipes.recipes
    .filter(
      ({ id, archived }) =>
        !archived && !draft.value.guesses.some(({ recipeId }) => recipeId === id),
    )
    .map(({ id, name }) => ({ value: id, label: name })),
)
const { attempt: fetchRow, refused: notAdded } = useAttempt()
watch(chosen, (recipeId) => {
  if (recipeId === null) return
  chosen.value = null
  void fetchRow(async () => {
    const row = rowOf.value.get(recipeId) ?? (await markets.product(market.orderId, recipeId))
    if (!rowOf.value.has(recipeId)) known.value = [...known.value, row]
    draft.value.guesses.push(begun(row))
  })
})
const form = useForm({
  schema: marketSchema,
  send: (fields) => markets.save(market.orderId, fields),
  done: (fresh) => emit('changed', fresh),
})
const submit = () => form.submit({ ...draft.value, version: market.version })

/** What is to be made stands on the order. */
const { attempt, refused: notOrdered, busy } = useAttempt()
const order = () =>
  attempt(async () => {
    const { id, ...own } = await orders.get(market.orderId)
    const asked = own.lines.filter(({ mends }) => !mends)
    const lines = linesOfDay(
      asked.map((line) => ({ ...line, isBegun: line.recipeVersion !== null })),
      new Map(answer.value?.products.map(({ id: of, make }) => [Number(of), make])),
    )
    await orders.save(id, { ...own, lines })
    emit('ordered')
  })
const hours = computed({
  get: () => (draft.value.handsMin === null ? undefined : draft.value.handsMin / MINUTES_PER_HOUR),
  set: (value) =>
    (draft.value.handsMin = value === undefined ? null : Math.round(value * MINUTES_PER_HOUR)),
})
</script>

<template>
  <form class="space-y-8" novalidate @submit.prevent="submit">
    <ConflictNotice
      v-if="form.conflict.value"
      :opened="market"
      :current="form.conflict.value as Market"
      @keep-mine="form.submit({ ...draft, version: (form.conflict.value as Market).version })"
      @take-theirs="emit('changed', form.conflict.value as Market)"
    />
    <section>
      <h2 class="mb-2">What there is</h2>
      <div class="grid max-w-4xl grid-cols-2 items-end gap-3 md:grid-cols-4">
        <FieldNumber
          v-model="hours"
          optional
          unit="h"
          :label="
            freeHandsMin === null
              ? 'hands until then'
              : `hands until then (${writtenNumber(freeHandsMin / MINUTES_PER_HOUR, 0)} h are free)`
          "
          :error="form.errorAt('handsMin')"
        />
        <FieldNumber
          :model-value="draft.tablePieces ?? undefined"
          optional
          label="the table holds"
          unit="pieces"
          :error="form.errorAt('tablePieces')"
          @update:model-value="draft.tablePieces = $event ?? null"
        />
        <FieldMoney
          v-model="draft.stallFee"
          :label="`the stall costs, ${market.selling.currency}`"
          :error="form.errorAt('stallFee')"
        />
        <FieldNumber
          :model-value="draft.leftPct"
          label="what comes home is worth, of its cost"
          unit="%"
          :error="form.errorAt('leftPct')"
          @update:model-value="draft.leftPct = $event ?? NaN"
        />
      </div>
    </section>
    <MarketGuesses v-model="draft.guesses" :rows="rowOf" :error-at="form.errorAt" />
    <FieldPick
      v-if="others.length > 0"
      v-model="chosen"
      class="max-w-sm"
      label="Another piece that may be made"
      :options="others"
      :error="notAdded"
    />
    <p v-if="progress !== null" role="status" class="flex items-center gap-3 text-soft">
      Working it out, {{ Math.round(progress * 100) }} % …
      <button type="button" class="quiet slim" @click="stop">Stop</button>
    </p>
    <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
    <MarketAnswer
      v-if="answer"
      :answer="answer"
      :wrong="wrong"
      :market="{ ...market, products: known }"
      :stall-fee="draft.stallFee"
    />
    <p v-if="form.failure.value && !form.conflict.value" role="alert" class="wrong">
      {{ form.failure.value }}
    </p>
    <p v-if="notOrdered" role="alert" class="wrong">{{ notOrdered }}</p>
    <div v-if="may" class="flex flex-wrap gap-3">
      <button class="press" :disabled="form.sending.value">Keep what is thought</button>
      <button
        type="button"
        class="quiet"
        :disabled="!answer || busy || form.sending.value"
        @click="order"
      >
        Put these numbers on the order
      </button>
    </div>
  </form>
</template>
