<script setup lang="ts">
import { whyAsked, whyCostPerGood, whyLeaves } from '~~/core/why'
import { quoteFieldsSchema } from '~~/shared/schemas/quotes'
import type { OrderPrices } from '~~/shared/types/quotes'
import { allSaid } from '~~/shared/words'

/** Prices an order line by line, and sends it as a quote. */
const { orderId, prices } = defineProps<{ orderId: number; prices: OrderPrices }>()
const emit = defineEmits<{ changed: [prices: OrderPrices] }>()
const quotes = useQuoteStore()
const { draft, lines, answer, priced, beginAgain, restored } = useQuoteDraft(orderId, () => prices)
const workshop = useWorkshopStore()
const currency = computed(() => prices.selling.currency)
const refused = computed(() => (answer.value?.ok === false ? allSaid(answer.value.issues) : ''))
const form = useForm({
  schema: quoteFieldsSchema,
  send: (quote) => quotes.send(orderId, quote),
  done: (fresh) => {
    emit('changed', fresh)
    void nextTick(beginAgain)
  },
})
const submit = () =>
  form.submit({
    ...draft.value,
    lines: draft.value.lines.map((line, i) => ({
      ...line,
      priceEach: lines.value[i]?.priceEach ?? null,
    })),
    total: priced.value?.total ?? '',
  })
const isSome = (sum: string) => Number(sum) !== 0
</script>

<template>
  <form novalidate @submit.prevent="submit">
    <h2 class="mb-2">{{ prices.quotes.length > 0 ? 'A new quote' : 'What to ask' }}</h2>
    <DraftBack :shown="restored" @drop="beginAgain" />
    <div class="grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,1fr)_24rem]">
      <div class="min-w-0">
        <div class="overflow-x-auto">
          <table class="ledger">
            <thead>
              <tr>
                <th>what</th>
                <th class="figure">pieces</th>
                <th class="figure">a good one costs</th>
                <th class="figure">the margin asks</th>
                <th class="figure">each</th>
                <th class="figure">together</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(line, i) in prices.now" :key="line.lineId">
                <td>{{ line.name }}</td>
                <td class="figure">
                  {{ line.pieces
                  }}<span
                    v-if="line.spares > 0"
                    class="block whitespace-nowrap text-soft"
                    :title="`${writtenNumber(line.chance * 100, 0)} % sure that enough come out`"
                    >+ {{ line.spares }} to spare</span
                  >
                </td>
                <td class="figure whitespace-nowrap">
                  <WhyNumber
                    v-if="workshop.priced"
                    :why="
                      whyCostPerGood(
                        line.cost,
                        line.pieces + line.spares,
                        { ...workshop.priced, yieldPct: line.yieldPct },
                        'learned',
                      )
                    "
                  />
                </td>
                <td class="figure whitespace-nowrap">
                  <WhyNumber
                    v-if="priced?.lines[i] && lines[i]"
                    :why="whyAsked(lines[i], priced.lines[i], draft.terms, prices.selling)"
                  />
                </td>
                <td class="w-32">
                  <FieldMoney
                    v-if="draft.lines[i]"
                    v-model="draft.lines[i].priceEach"
                    hide-label
                    :label="`Price of each ${line.name}`"
                    :placeholder="written(priced?.lines[i]?.asked ?? '')"
                    :error="form.errorAt(`lines[${i}].priceEach`)"
                  />
                </td>
                <td class="figure whitespace-nowrap">
                  {{ priced?.lines[i] ? written(priced.lines[i].amount) : '' }}
                </td>
              </tr>
            </tbody>
            <tbody v-if="priced">
              <tr v-if="isSome(priced.rush)">
                <td colspan="5">for the rush</td>
                <td class="figure">{{ written(priced.rush) }}</td>
              </tr>
              <tr v-if="isSome(priced.discount)">
                <td colspan="5">discount</td>
                <td class="figure">−{{ written(priced.discount) }}</td>
              </tr>
              <tr v-if="isSome(priced.delivery)">
                <td colspan="5">delivery</td>
                <td class="figure">{{ written(priced.delivery) }}</td>
              </tr>
              <tr v-for="rate in priced.taxes" :key="rate.taxPct">
                <td colspan="5">
                  {{ draft.terms.taxIsIn ? 'in it' : '' }} {{ plainNumber(rate.taxPct) }} % tax
                </td>
                <td class="figure">{{ written(rate.tax) }}</td>
              </tr>
              <tr class="font-semibold">
                <td colspan="5">to be paid</td>
                <td class="figure whitespace-nowrap">{{ written(priced.total) }} {{ currency }}</td>
              </tr>
              <tr v-if="isSome(priced.deposit)">
                <td colspan="5">of it as a deposit</td>
                <td class="figure">{{ written(priced.deposit) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <dl v-if="priced" class="mt-4 flex flex-wrap gap-x-8 gap-y-2">
          <div>
            <dt class="text-soft">it costs</dt>
            <dd class="text-2xl font-semibold">{{ written(priced.cost) }}</dd>
          </div>
          <div>
            <dt class="text-soft">it leaves</dt>
            <dd :class="Number(priced.leaves) < 0 ? 'text-hands' : ''">
              <WhyNumber large :why="whyLeaves(priced, prices.selling)" />
            </dd>
          </div>
          <div v-if="priced.marginPct !== null">
            <dt class="text-soft">of what is paid without tax</dt>
            <dd class="text-2xl font-semibold">{{ writtenNumber(priced.marginPct) }} %</dd>
          </div>
        </dl>
        <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
      </div>
      <QuoteTermFields v-model="draft" :currency="currency" :error-at="form.errorAt" />
    </div>
    <p v-if="form.failure.value" role="alert" class="wrong">{{ form.failure.value }}</p>
    <p v-if="form.errorAt('total')" role="alert" class="wrong">{{ form.errorAt('total') }}</p>
    <button class="press mt-4" :disabled="!priced || form.sending.value">Send the quote</button>
  </form>
</template>
