<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { demandOf } from '~~/core/market'
import type { MarketGuess } from '~~/shared/schemas/markets'
import type { MarketProductRow } from '~~/shared/types/markets'

/** What is thought of each piece: its price, and how many will be asked for. */
const { rows, errorAt } = defineProps<{
  rows: ReadonlyMap<number, MarketProductRow>
  errorAt: (path: string) => string | undefined
}>()
const guesses = defineModel<MarketGuess[]>({ required: true })
const NUMBERS = [
  { key: 'few', label: 'few' },
  { key: 'likely', label: 'likely' },
  { key: 'many', label: 'many' },
  { key: 'most', label: 'make at most' },
] as const
const pastWords = (row: MarketProductRow | undefined) =>
  row?.past.map(({ sold, taken }) => `${sold} of ${taken}`).join(', ') ?? ''
const isByPast = (guess: MarketGuess) =>
  guess.byPast && (rows.get(guess.recipeId)?.past.length ?? 0) > 0
/** How many will be asked for on average, by what is thought. */
function askedOf(guess: MarketGuess): string {
  const past = guess.byPast ? (rows.get(guess.recipeId)?.past ?? []) : []
  const demand = demandOf({ past, guess })
  return 'mean' in demand && Number.isFinite(demand.mean) ? writtenNumber(demand.mean) : ''
}
</script>

<template>
  <section class="overflow-x-auto">
    <h2 class="mb-1">What is thought</h2>
    <p class="text-soft">
      How many will be asked for on the day: by what past markets sold, or by three guesses.
    </p>
    <table class="ledger">
      <thead>
        <tr>
          <th>piece</th>
          <th class="figure">there</th>
          <th class="figure">asked each</th>
          <th>sold of taken before</th>
          <th>by that</th>
          <th v-for="{ key, label } in NUMBERS" :key="key" class="figure">{{ label }}</th>
          <th class="figure">so asked for</th>
          <th><span class="sr-only">leave out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(guess, i) in guesses" :key="guess.recipeId">
          <td class="font-semibold">{{ rows.get(guess.recipeId)?.name }}</td>
          <td class="figure">{{ rows.get(guess.recipeId)?.stock }}</td>
          <td class="w-28">
            <FieldMoney
              v-model="guess.price"
              hide-label
              :label="`Asked for each ${rows.get(guess.recipeId)?.name}`"
              :error="errorAt(`guesses[${i}].price`)"
            />
          </td>
          <td class="text-soft">{{ pastWords(rows.get(guess.recipeId)) }}</td>
          <td>
            <input
              v-if="rows.get(guess.recipeId)?.past.length"
              v-model="guess.byPast"
              type="checkbox"
              class="size-5 accent-ink"
              :aria-label="`${rows.get(guess.recipeId)?.name} by past markets`"
            />
          </td>
          <td v-for="{ key, label } in NUMBERS" :key="key" class="w-20">
            <span v-if="key !== 'most' && isByPast(guess)" class="block text-right text-soft"
              >–</span
            >
            <FieldNumber
              v-else
              hide-label
              :model-value="guess[key]"
              :label="`${label}, ${rows.get(guess.recipeId)?.name}`"
              :error="errorAt(`guesses[${i}].${key}`)"
              @update:model-value="guess[key] = $event ?? NaN"
            />
          </td>
          <td class="figure text-soft">{{ askedOf(guess) }}</td>
          <td>
            <button
              type="button"
              class="quiet slim"
              :aria-label="`Leave ${rows.get(guess.recipeId)?.name} out`"
              @click="guesses.splice(i, 1)"
            >
              <Trash2 :size="17" />
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
