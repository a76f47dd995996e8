<script setup lang="ts">
import type { MarketAnswer, WhenWrong } from '~~/core/market'
import { MINUTES_PER_HOUR } from '~~/core/units'
import type { Market } from '~~/shared/types/markets'

/** What to make, what that is expected to bring, and what would bring more. */
const { answer, wrong, market, stallFee } = defineProps<{
  answer: MarketAnswer
  wrong: readonly WhenWrong[]
  market: Market
  stallFee: string
}>()
const workshop = useWorkshopStore()
const nameOf = (id: string) =>
  market.products.find(({ recipeId }) => String(recipeId) === id)?.name ?? ''
const sum = (value: number | null) => (value === null ? '' : writtenNumber(value, 2))
const left = computed(() => answer.expectedProfit - Number(stallFee))
const wrongOf = (id: string, factor: number) =>
  wrong.find((row) => row.id === id && row.factor === factor)
/** What one unit more of each would bring, in words that hands use. */
const shortages = computed(() =>
  answer.capacities
    .filter(({ oneMoreBrings }) => oneMoreBrings > 0.005)
    .map(({ id, oneMoreBrings }) =>
      id === 'hands'
        ? `an hour of hands more would bring up to ${sum(oneMoreBrings * MINUTES_PER_HOUR)}`
        : id === 'table'
          ? `room for one more on the table would bring ${sum(oneMoreBrings)}`
          : `one more casting in ${workshop.moulds.get(Number(id.replace('mould ', '')))?.name ?? 'its mould'} would bring ${sum(oneMoreBrings)}`,
    ),
)
</script>

<template>
  <section aria-label="What to make">
    <h2 class="mb-1">What to make</h2>
    <dl class="mb-3 flex flex-wrap gap-x-8 gap-y-2">
      <div>
        <dt class="text-soft">expected to leave, with the stall paid</dt>
        <dd class="text-2xl font-semibold" :class="left < 0 ? 'text-hands' : ''">
          {{ sum(left)
          }}<span class="ml-1 text-base font-normal text-soft">{{ market.selling.currency }}</span>
        </dd>
      </div>
      <div>
        <dt class="text-soft">without making anything more</dt>
        <dd class="text-2xl font-semibold">{{ sum(answer.withoutMaking - Number(stallFee)) }}</dd>
      </div>
      <div v-if="!answer.exact">
        <dt class="text-soft">nothing leaves more than</dt>
        <dd class="text-2xl font-semibold">{{ sum(answer.bound - Number(stallFee)) }}</dd>
      </div>
    </dl>
    <div class="overflow-x-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th>piece</th>
            <th class="figure">make</th>
            <th class="figure">take</th>
            <th class="figure">sells</th>
            <th class="figure">comes home</th>
            <th class="figure">sells out</th>
            <th class="figure">the last brings</th>
            <th class="figure">one more would</th>
            <th>a quarter fewer come</th>
            <th>a quarter more come</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in answer.products" :key="one.id">
            <td class="font-semibold">{{ nameOf(one.id) }}</td>
            <td class="figure text-lg font-semibold">{{ one.make }}</td>
            <td class="figure">{{ one.take }}</td>
            <td class="figure">{{ writtenNumber(one.expectedSold) }}</td>
            <td class="figure">{{ writtenNumber(one.expectedLeft) }}</td>
            <td class="figure">
              {{ one.take === 0 ? '' : `${writtenNumber(one.sellOutChance * 100, 0)} %` }}
            </td>
            <td class="figure">{{ sum(one.lastBrings) }}</td>
            <td class="figure">{{ sum(one.nextWouldBring) }}</td>
            <td v-for="factor in [0.75, 1.25]" :key="factor" class="whitespace-nowrap text-soft">
              <template v-if="wrongOf(one.id, factor)"
                >make {{ wrongOf(one.id, factor)!.make }}; this loses
                {{ sum(wrongOf(one.id, factor)!.loses) }}</template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ul v-if="shortages.length > 0" class="mt-3">
      <li v-for="words in shortages" :key="words">{{ words }} {{ market.selling.currency }}</li>
    </ul>
  </section>
</template>
