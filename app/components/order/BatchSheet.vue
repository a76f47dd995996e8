<script setup lang="ts">
import { decimalsOf, type Measure } from '~~/core/mix'
import type { Recipe } from '~~/core/trade'
import { whyCostPerGood, whyMixMl, whyPart, whyPrice, type Why } from '~~/core/why'
import { measureOf } from '~~/shared/measureOf'
import type { MeasureChoice } from '~~/shared/schemas/people'
import type { Pot } from '~~/shared/types/pots'
import { drawnLayers, ontoWord } from '~/utils/drawnLayers'
import { mixesOfLayer, type LayerMix } from '~/utils/mixesOfLayer'
import { allSaid } from '~~/shared/words'
import type { TintedLayer } from '~/composables/useBatch'

/** Size, mix and cost of one line of an order, all hanging on the cutaway. */
const { recipe, pieces, spares, lineId, pots } = defineProps<{
  recipe: Recipe
  /** How many are poured, spares with them. */
  pieces: number
  spares: number
  lineId: number
  /** Pots that are to be mixed, for this line and others. */
  pots: readonly Pot[]
}>()
const workshop = useWorkshopStore()
const session = useSessionStore()
const measure = ref<MeasureChoice>({
  ...session.measureChoice,
})
const { batch, layers, costed, priced } = useBatch(
  () => recipe,
  () => pieces,
  () => spares,
)
const drawn = computed(() => drawnLayers(recipe, workshop.pigments))

const device = computed<Measure>(() =>
  measure.value.step > 0 ? measureOf(measure.value) : { kind: 'exact' },
)
const rows = computed(() =>
  layers.value.flatMap((layer) =>
    mixesOfLayer({ lineId, layerId: layer.layer.id }, pots, layer.pots).map((pot, i, all) => {
      const mixed = mixForPot(layer.resin, pot.needMl, device.value)
      return {
        layer,
        pot,
        isFirst: i === 0,
        name: nameOf(pot, i, all.length),
        mixed,
        refused: typeof mixed === 'string' ? mixed : null,
        answer: typeof mixed === 'string' ? null : mixed,
      }
    }),
  ),
)
/** Which of a layer's mixes it is, where there are several or it has a letter already. */
const nameOf = ({ letter, pieces: own, isShared }: LayerMix, index: number, count: number) =>
  letter !== null
    ? `, pot ${letter} (${own}${isShared ? ' and others' : ''})`
    : count > 1
      ? `, pot ${index + 1} of ${count} (${own})`
      : ''
const decimals = computed(() => decimalsOf(device.value))
const warnings = computed(() =>
  layers.value.flatMap((layer) =>
    layer.warnings.map((warning) => `${layer.layer.name}: ${warning}`),
  ),
)
const cost = computed(() => (costed.value?.ok ? costed.value.value : null))
const whyLayer = (layer: TintedLayer): Why => whyMixMl(layer, workshop.rules!)
const KINDS = { material: 'materials', labour: 'labour', equipment: 'wear' } as const
</script>

<template>
  <div class="grid gap-x-8 gap-y-5 xl:grid-cols-[minmax(0,1fr)_21rem]">
    <div class="min-w-0 space-y-5">
      <div v-if="batch && !batch.ok" role="alert" class="wrong">
        {{ inOwnWords(allSaid(batch.issues)) }}
      </div>
      <div class="sheet grid max-w-4xl items-center gap-4 p-2 sm:grid-cols-[minmax(0,1fr)_14rem]">
        <CutawayDrawing
          :shape="recipe.shape"
          :layers="drawn"
          :front="recipe.front"
          :onto="ontoWord(recipe)"
        />
        <FaceDrawing :recipe="recipe" />
      </div>
      <div v-if="warnings.length" role="status">
        <ul class="border-l-4 border-hands bg-hands-wash px-4 py-2">
          <li v-for="warning in warnings" :key="warning">{{ warning }}</li>
        </ul>
      </div>
      <section>
        <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
          <h2>
            Mixes for {{ pieces }} {{ pieces === 1 ? 'piece' : 'pieces'
            }}{{ spares > 0 ? `, ${spares} of them to spare` : '' }}
          </h2>
          <MeasureFields v-model="measure" />
        </div>
        <div class="overflow-x-auto">
          <table class="ledger">
            <thead>
              <tr>
                <th>layer</th>
                <th>resin</th>
                <th class="figure">all pieces</th>
                <th class="figure">one pot</th>
                <th>into the cup, in this order</th>
                <th class="figure">rest</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows" :key="`${row.layer.layer.id} ${row.pot.key}`">
                <td class="whitespace-nowrap">
                  <span
                    class="mr-2 inline-block size-3.5 border border-ink align-[-2px]"
                    :style="{ background: row.layer.tint }"
                  />{{ row.layer.layer.name }}<span class="text-soft">{{ row.name }}</span>
                </td>
                <td>{{ row.layer.resin.name }}</td>
                <td class="figure">
                  <WhyNumber v-if="row.isFirst" :why="whyLayer(row.layer)" />
                </td>
                <td class="figure whitespace-nowrap">{{ figure(row.pot.needMl, 'ml', 1) }}</td>
                <td>
                  <span v-if="row.refused" class="wrong">{{ row.refused }}</span>
                  <span v-else-if="row.answer" class="inline-flex flex-wrap gap-x-5">
                    <span
                      v-for="step in row.answer.steps"
                      :key="step.part"
                      class="whitespace-nowrap"
                      ><span class="text-soft">{{ step.part.toUpperCase() }} to</span>{{ ' ' }}
                      <WhyNumber
                        :why="
                          whyPart(row.layer.resin, row.pot.needMl, device, row.answer, step.part)
                        "
                        :value="step.readTo"
                        :decimals="decimals"
                        :unit="step.unit"
                        class="font-semibold"
                    /></span>
                    <span v-if="!row.answer.measured.withinSnap" class="wrong"
                      >the ratio is
                      {{ writtenNumber(Math.abs(row.answer.measured.ratioErrorPct), 1) }} % off:
                      measure finer</span
                    >
                  </span>
                </td>
                <td class="figure whitespace-nowrap">
                  {{ writtenNumber(row.pot.restMin, 0) }} <span class="text-soft">min</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <CautionList class="mt-3" :topics="['liquid', 'cup', 'heat']" />
      </section>
    </div>
    <section v-if="cost && priced" class="min-w-0">
      <h2 class="mb-2">Cost</h2>
      <dl class="sheet mb-4 grid grid-cols-2 gap-3 p-4">
        <div>
          <dt class="text-soft">a good piece costs</dt>
          <dd>
            <WhyNumber large :why="whyCostPerGood(cost, pieces, priced, workshop.yieldFrom)" />
          </dd>
        </div>
        <div>
          <dt class="text-soft">ask, with tax</dt>
          <dd><WhyNumber large :why="whyPrice(cost, priced)" /></dd>
        </div>
      </dl>
      <table class="ledger">
        <template v-for="(title, kind) in KINDS" :key="kind">
          <tbody v-if="cost.lines.some((line) => line.kind === kind)">
            <tr>
              <th colspan="2" scope="colgroup" class="pt-3">{{ title }}</th>
            </tr>
            <tr v-for="line in cost.lines.filter((one) => one.kind === kind)" :key="line.name">
              <td>{{ line.name }}</td>
              <td class="figure">{{ written(line.amount) }}</td>
            </tr>
          </tbody>
        </template>
        <tbody>
          <tr>
            <td>overhead</td>
            <td class="figure">{{ written(cost.overhead) }}</td>
          </tr>
          <tr class="font-semibold">
            <td>the batch</td>
            <td class="figure">{{ written(cost.batchCost) }} {{ priced.currency }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <p v-else-if="priced && costed && !costed.ok" role="alert" class="wrong">
      {{ allSaid(costed.issues) }}
    </p>
  </div>
</template>
