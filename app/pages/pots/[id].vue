<script setup lang="ts">
import { busyMinOf, checkPot, layerDepthMm, PIGMENT_CAP_PCT, tintOfLayer } from '~~/core/batch'
import { workableMin } from '~~/core/resin'
import { formatNumber } from '~~/core/units'
import { whyPart } from '~~/core/why'
import { cautionsFor } from '~/utils/cautions'
import { drawPotCard, type CardSize, type PotCard } from '~/utils/potCard'

const route = useRoute()
const plan = usePlanStore()
const resins = useResinStore()
const recipes = useRecipeStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => Promise.all([plan.load(), resins.load(), recipes.load()]))
const { dayAndClock } = useWhen()

const pot = computed(() => plan.potById.get(Number(route.params.id)) ?? null)
const resin = computed(() => resins.byId.get(pot.value?.resinId ?? 0) ?? null)
const recipe = computed(() => recipes.byId.get(pot.value?.recipeId ?? 0) ?? null)
const layer = computed(() => recipe.value?.layers.find((one) => one.id === pot.value?.layerId) ?? null)
const measure = computed(() => measureOfChoice(session.person?.measure ?? { kind: 'scale', step: 0.1, tare: true }))
const decimals = computed(() => (measure.value.kind === 'cup' || (measure.value.kind === 'scale' && measure.value.resolutionG >= 1) ? 0 : 1))
const unit = computed(() => (measure.value.kind === 'cup' ? 'ml' : 'g'))
const mixed = computed(() => (pot.value && resin.value ? mixForPot(resin.value, pot.value.needMl, measure.value) : null))
const tinted = computed(() => {
  if (!pot.value || !resin.value || !layer.value) return null
  const result = tintOfLayer(layer.value, pot.value.needMl, resin.value, workshop.pigments)
  return result.ok ? result.value : null
})
const busyMin = computed(() => (layer.value && pot.value ? busyMinOf(layer.value, pot.value.pieces) : 0))
const workMin = computed(() => (pot.value && resin.value ? workableMin(resin.value, pot.value.needMl, workshop.warmC) : 0))
const warnings = computed(() => {
  if (!pot.value || !resin.value || !layer.value || !recipe.value) return []
  return checkPot(layer.value, { mixMl: pot.value.needMl, pieces: pot.value.pieces, depthMm: layerDepthMm(recipe.value, layer.value) }, resin.value, workshop.warmC)
})

const doseOf = (dose: { massG: number; teaspoons: number | null; drops: number | null }) =>
  [`${formatNumber(dose.massG, 2)} g`, dose.teaspoons !== null ? `${formatNumber(dose.teaspoons, 2)} tsp` : '', dose.drops !== null ? `${formatNumber(dose.drops, 0)} drops` : ''].filter(Boolean).join(' · ')
const card = computed<PotCard | null>(() => {
  if (!pot.value || !resin.value || !layer.value || !mixed.value || typeof mixed.value === 'string') return null
  const { letter, tint, recipeName, layerName, pieces, orderTitle, needMl } = pot.value
  return {
    letter, tint, title: `${recipeName}, ${layerName}`, note: `${pieces} ${pieces === 1 ? 'piece' : 'pieces'} for ${orderTitle}`, resin: `${resin.value.name}, ${formatNumber(needMl, 0)} ml`,
    readings: mixed.value.steps.map((step) => ({ part: `part ${step.part.toUpperCase()} until it shows`, reading: `${formatNumber(step.readTo, decimals.value)} ${step.unit}` })),
    colours: (tinted.value?.pigments ?? []).map((dose) => ({ name: dose.id, dose: doseOf(dose) })),
    times: [
      { name: 'stir', value: `${formatNumber(layer.value.stirMin, 0)} min` }, { name: 'rest, from the end of stirring', value: `${formatNumber(layer.value.restMin, 0)} min` },
      { name: 'cup workable for', value: `${formatNumber(workMin.value, 0)} min` }, { name: 'resting and pouring take', value: `${formatNumber(busyMin.value, 0)} min` },
    ],
    cautions: cautionsFor(['liquid', 'cup', 'waste']),
    address: `${window.location.origin}/pots/${pot.value.id}`,
  }
})
const printing = ref(false)
async function print(size: CardSize): Promise<void> {
  if (!card.value || !pot.value) return
  printing.value = true
  try {
    const url = URL.createObjectURL(new Blob([Uint8Array.from(await drawPotCard(card.value, size))], { type: 'application/pdf' }))
    const link = document.createElement('a')
    link.href = url
    link.download = `pot-${pot.value.letter}-${size === 'label' ? 'label' : 'card'}.pdf`
    link.click()
    URL.revokeObjectURL(url)
  } finally {
    printing.value = false
  }
}
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the pot …</p>
    <EmptyPlace v-else-if="!pot || !resin || !layer" title="This pot is not ahead any more">It has been poured or given up, or the plan was made anew; what was poured stands in the notebook.<template #action><NuxtLink to="/pots" class="press">The pots ahead</NuxtLink></template></EmptyPlace>
    <template v-else>
      <PlaceHead :title="`${pot.recipeName}, ${pot.layerName}`" :note="`${pot.pieces} ${pot.pieces === 1 ? 'piece' : 'pieces'} for ${pot.orderTitle}${pot.startAt ? `, planned ${dayAndClock(pot.startAt)}` : ''}`">
        <button type="button" class="quiet" :disabled="!card || printing" @click="print('a4')">Mix card, A4</button>
        <button type="button" class="quiet" :disabled="!card || printing" @click="print('label')">Label, 100 × 150</button>
        <NuxtLink :to="`/bench/${pot.id}`" class="press">{{ pot.state === 'mixing' ? 'Go on' : 'To the bench' }}</NuxtLink>
      </PlaceHead>
      <div class="grid gap-x-10 gap-y-6 lg:grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)]">
        <PotMark :letter="pot.letter" :tint="pot.tint" large />
        <section>
          <h2 class="mb-1">Mix</h2>
          <p class="text-soft">{{ resin.name }}, {{ formatNumber(pot.needMl, 1) }} ml</p>
          <p v-if="typeof mixed === 'string'" class="wrong">{{ mixed }}</p>
          <table v-else-if="mixed" class="ledger mt-1">
            <tbody>
              <tr v-for="step in mixed.steps" :key="step.part"><td>part {{ step.part.toUpperCase() }} until it shows</td><td class="figure"><WhyNumber large :why="whyPart(resin, pot.needMl, measure, mixed, step.part)" :value="formatNumber(step.readTo, decimals)" :unit="step.unit" /></td></tr>
              <tr><td class="text-soft">ratio off by rounding</td><td class="figure">{{ formatNumber(mixed.measured.ratioErrorPct, 2) }} %</td></tr>
              <tr v-if="mixed.measured.surplusMl !== null"><td class="text-soft">over by rounding</td><td class="figure">{{ formatNumber(mixed.measured.surplusMl, 1) }} ml</td></tr>
            </tbody>
          </table>
          <h2 class="mt-5 mb-1">Colour</h2>
          <p v-if="layer.pigments.length === 0" class="text-soft">Clear: nothing goes in.</p>
          <p v-else-if="!tinted" class="wrong">The resin’s densities are needed to weigh its pigments.</p>
          <table v-else class="ledger">
            <thead><tr><th>pigment</th><th class="figure">grams</th><th class="figure">teaspoons</th><th class="figure">drops</th></tr></thead>
            <tbody><tr v-for="dose in tinted.pigments" :key="dose.id"><td>{{ dose.id }}</td><td class="figure font-semibold">{{ formatNumber(dose.massG, 2) }}</td><td class="figure">{{ formatNumber(dose.teaspoons, 2) }}</td><td class="figure">{{ formatNumber(dose.drops, 0) }}</td></tr></tbody>
          </table>
          <p v-if="tinted?.overLimit" class="wrong">{{ formatNumber(tinted.totalLoadPct, 1) }} % is over the usual cap of {{ PIGMENT_CAP_PCT }} %.</p>
        </section>
        <section>
          <h2 class="mb-1">Time in the cup</h2>
          <svg viewBox="0 0 300 46" class="block w-full max-w-md" role="img" :aria-label="`Resting and pouring take ${formatNumber(busyMin, 0)} of ${formatNumber(workMin, 0)} minutes`">
            <rect x="0.5" y="6" :width="Math.min(299, (299 * workMin) / Math.max(workMin, busyMin))" height="20" fill="var(--shift)" stroke="var(--ink)" />
            <rect x="0.5" y="10" :width="(299 * layer.restMin) / Math.max(workMin, busyMin)" height="12" fill="var(--hair)" />
            <rect :x="0.5 + (299 * layer.restMin) / Math.max(workMin, busyMin)" y="10" :width="(299 * (busyMin - layer.restMin)) / Math.max(workMin, busyMin)" height="12" :fill="pot.tint" stroke="var(--ink)" stroke-width="0.7" />
            <text x="0" y="42" font-size="12" fill="var(--soft)">rest {{ formatNumber(layer.restMin, 0) }}, pour {{ formatNumber(busyMin - layer.restMin, 0) }} of {{ formatNumber(workMin, 0) }} min at {{ formatNumber(workshop.warmC, 1) }} °C</text>
          </svg>
          <ul v-if="warnings.length > 0" class="mt-3 space-y-2">
            <li v-for="warning in warnings" :key="warning.code" class="border-l-4 border-hands pl-3"><strong>{{ warning.message }}</strong>: {{ warning.suggestion }}.</li>
          </ul>
          <RescueFields class="mt-6" :resin="resin" :need-ml="pot.needMl" :unit="unit" />
        </section>
      </div>
      <CautionList class="mt-6" :topics="['liquid', 'cup', 'waste']" />
    </template>
  </div>
</template>
