<script setup lang="ts">
import { decimalsOf } from '~~/core/mix'
import { checkPot, ladderOf, potOf, STIR_ROOM } from '~~/core/pot'
import { whyPart } from '~~/core/why'
import { pieceRange, piecesOfPot, potOrders, potTitle } from '~~/shared/potTitle'
import { cautionsFor } from '~/utils/cautions'
import { cupParts, doseFigures, wettedFirst } from '~/utils/cupDoses'
import { drawPotCard, type PotCard } from '~/utils/potCard'

const route = useRoute()
const plan = usePlanStore()
const resins = useResinStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => Promise.all([plan.load(), resins.load()]))
const { dayAndClock } = useWhen()
const { homesOfPot } = useSurplusHomes()

const pot = computed(() => plan.potById.get(Number(route.params.id)) ?? null)
const resin = computed(() => resins.byId.get(pot.value?.resinId ?? 0) ?? null)
const decimals = computed(() => decimalsOf(session.measure))
const unit = computed(() => (session.measure.kind === 'cup' ? 'ml' : 'g'))
const mixed = computed(() =>
  pot.value && resin.value ? mixForPot(resin.value, pot.value.needMl, session.measure) : null,
)
const figures = computed(() =>
  pot.value?.portions.length && resin.value && workshop.rules
    ? potOf(pot.value.portions, {
        resin: resin.value,
        rules: workshop.rules,
        warmC: workshop.warmC,
        pigments: workshop.pigments,
      })
    : null,
)
const pours = computed(() =>
  (figures.value?.pours ?? []).map((pour) => {
    const cup = figures.value?.cups.find(({ id }) => id === pour.cup)
    return { ...pour, cup: pour.cupName, tint: cup?.tint ?? '' }
  }),
)
const ladder = computed(() => {
  const [first] = figures.value?.cups.find((cup) => cup.pigments.length > 0)?.pigments ?? []
  const pigment = workshop.pigments.get(first?.pigmentId ?? 0)
  return figures.value && resin.value && pigment
    ? ladderOf(figures.value.cups, resin.value, pigment)
    : null
})
const homes = computed(() => (pot.value ? homesOfPot(pot.value, session.measure) : null))
const warnings = computed(() => {
  const [own, used] = [pot.value, resin.value]
  if (!own || !used || !figures.value) return []
  const { rules, warmC, pigments } = workshop
  if (!rules) return []
  const poured = figures.value
  const all = own.portions.flatMap(({ layer, depthMm, recipeName }) =>
    checkPot(layer, { ...poured, depthMm }, { resin: used, rules, warmC, pigments }).map(
      (warning) => ({ ...warning, where: `${recipeName}, ${layer.name}` }),
    ),
  )
  const late = poured.overRested.map(({ layer, cup, fromMin, mostMin }) => ({
    code: 'rested-too-long',
    where: layer,
    message: `${cup} waits ${figure(fromMin, 'min', 0)} until it is poured; it may rest ${figure(mostMin, 'min', 0)} at most`,
    suggestion: 'mix this layer in a pot of its own',
  }))
  return [...late, ...all].filter(
    (warning, i, list) => list.findIndex((other) => other.message === warning.message) === i,
  )
})

const isOneCup = computed(() => figures.value?.cups.every((cup) => cup.isMixingCup) ?? false)
const card = computed<PotCard | null>(() => {
  if (
    !pot.value ||
    !resin.value ||
    !figures.value ||
    !mixed.value ||
    typeof mixed.value === 'string'
  )
    return null
  const { letter, tint, needMl } = pot.value
  const pieces = piecesOfPot(pot.value)
  return {
    letter,
    tint,
    title: potTitle(pot.value),
    note: `${pieces} ${pieces === 1 ? 'piece' : 'pieces'} for ${potOrders(pot.value)}`,
    resin: `${resin.value.name}, ${figure(needMl, 'ml', 0)}`,
    readings: mixed.value.steps.map((step) => ({
      part: `part ${step.part.toUpperCase()} until it shows`,
      reading: figure(step.readTo, step.unit, decimals.value),
    })),
    cups: figures.value.cups.flatMap((cup) => [
      { name: cup.name, dose: figure(cup.takenMl, 'ml', 1) },
      ...cupParts(cup).map((part) => ({ name: `   ${part}`, dose: '' })),
      ...(cup.doses ?? []).flatMap((dose) => [
        { name: `   ${dose.name}`, dose: doseFigures(dose) },
        ...(wettedFirst(dose) ? [{ name: `      ${wettedFirst(dose)}`, dose: '' }] : []),
      ]),
    ]),
    pours: pours.value.map(
      (pour, i) =>
        `${i + 1}. ${pour.cup}, ${HOW_WORDS[pour.how]}${pour.where === '' ? '' : ` ${pour.where}`}: ${figure(pour.ml, 'ml', 1)}`,
    ),
    times: [
      { name: 'stir', value: `${writtenNumber(figures.value.stirMin, 0)} min` },
      {
        name: 'rest, from the end of stirring',
        value: `${writtenNumber(figures.value.restMin, 0)} min`,
      },
      { name: 'cup workable for', value: `${writtenNumber(figures.value.workMin, 0)} min` },
      { name: 'resting and pouring take', value: `${writtenNumber(figures.value.busyMin, 0)} min` },
    ],
    cautions: cautionsFor(['liquid', 'cup', 'waste']),
    address: `${window.location.origin}/pots/${pot.value.id}`,
  }
})
const printing = ref(false)
async function print(what: 'card' | 'label'): Promise<void> {
  if (!card.value || !pot.value) return
  printing.value = true
  try {
    const url = URL.createObjectURL(
      new Blob([Uint8Array.from(await drawPotCard(card.value, workshop.paper[what]))], {
        type: 'application/pdf',
      }),
    )
    const link = document.createElement('a')
    link.href = url
    link.download = `pot-${pot.value.letter}-${what}.pdf`
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
    <EmptyPlace v-else-if="!pot || !resin || !figures" title="This pot is not ahead any more"
      >It has been poured or given up, or the plan was made anew; what was poured stands in the
      notebook.<template #action
        ><NuxtLink to="/pots" class="press">The pots ahead</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <PlaceHead
        :title="potTitle(pot)"
        :note="`${piecesOfPot(pot)} ${piecesOfPot(pot) === 1 ? 'piece' : 'pieces'} for ${potOrders(pot)}${pot.startAt ? `, planned ${dayAndClock(pot.startAt)}` : ''}`"
      >
        <button type="button" class="quiet" :disabled="!card || printing" @click="print('card')">
          Mix card, {{ workshop.paper.card.name }}
        </button>
        <button type="button" class="quiet" :disabled="!card || printing" @click="print('label')">
          Label, {{ workshop.paper.label.name }}
        </button>
        <NuxtLink
          v-if="pot.portions.every((portion) => portion.isOwn)"
          :to="`/bench/${pot.id}`"
          class="press"
          >{{ pot.state === 'mixing' ? 'Go on' : 'To the bench' }}</NuxtLink
        >
      </PlaceHead>
      <div class="grid gap-x-10 gap-y-6 lg:grid-cols-[auto_minmax(0,1.1fr)_minmax(0,1fr)]">
        <PotMark :letter="pot.letter" :tint="pot.tint" large />
        <section>
          <h2 class="mb-1">Mix</h2>
          <p class="text-soft">{{ resin.name }}, {{ figure(pot.needMl, 'ml', 1) }}</p>
          <p v-if="typeof mixed === 'string'" class="wrong">{{ mixed }}</p>
          <table v-else-if="mixed" class="ledger mt-1">
            <tbody>
              <tr v-for="step in mixed.steps" :key="step.part">
                <td>part {{ step.part.toUpperCase() }} until it shows</td>
                <td class="figure">
                  <WhyNumber
                    large
                    :why="whyPart(resin, pot.needMl, session.measure, mixed, step.part)"
                    :value="step.readTo"
                    :decimals="decimals"
                    :unit="step.unit"
                  />
                </td>
              </tr>
              <tr>
                <td class="text-soft">ratio off by rounding</td>
                <td class="figure">{{ writtenNumber(mixed.measured.ratioErrorPct, 2) }} %</td>
              </tr>
              <tr v-if="mixed.measured.surplusMl !== null">
                <td class="text-soft">over by rounding</td>
                <td class="figure">{{ figure(mixed.measured.surplusMl, 'ml', 1) }}</td>
              </tr>
            </tbody>
          </table>
          <h2 class="mt-5 mb-1">Cups to lay out</h2>
          <p class="text-soft">
            {{
              isOneCup ? 'One to mix in and to pour from, that holds' : 'One to mix in, that holds'
            }}
            {{ figure(pot.needMl * STIR_ROOM, 'ml', 0) }} or more{{ isOneCup ? '.' : ', then:' }}
          </p>
          <CupShelf class="mt-2" :cups="figures.cups" />
          <p class="mt-2">
            Mixed on top in reserve: <strong>{{ figure(figures.reserveMl, 'ml', 1) }}</strong>
            <span class="text-soft">; what is left goes to the filler moulds</span>
          </p>
          <template v-if="ladder">
            <h2 class="mt-5 mb-1">Or one cup, darkened between the pours</h2>
            <table class="ledger">
              <thead>
                <tr>
                  <th>for</th>
                  <th class="figure">add drops</th>
                  <th class="figure">pour {{ ownUnits().volume }}</th>
                  <th class="figure">wanted</th>
                  <th class="figure">reached</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="rung in ladder" :key="rung.name">
                  <td>{{ rung.name }}</td>
                  <td class="figure font-semibold">{{ rung.addDrops }}</td>
                  <td class="figure">{{ ownFigure(rung.pourMl, 'ml', 1).text }}</td>
                  <td class="figure">{{ writtenNumber(rung.wantedPct, 2) }} %</td>
                  <td class="figure">{{ writtenNumber(rung.reachedPct, 2) }} %</td>
                </tr>
              </tbody>
            </table>
          </template>
        </section>
        <section>
          <h2 class="mb-1">Time in the cup</h2>
          <svg
            viewBox="0 0 300 46"
            class="block w-full max-w-md"
            role="img"
            :aria-label="`Resting and pouring take ${writtenNumber(figures.busyMin, 0)} of ${writtenNumber(figures.workMin, 0)} minutes`"
          >
            <rect
              x="0.5"
              y="6"
              :width="
                Math.min(299, (299 * figures.workMin) / Math.max(figures.workMin, figures.busyMin))
              "
              height="20"
              fill="var(--shift)"
              stroke="var(--ink)"
            />
            <rect
              x="0.5"
              y="10"
              :width="(299 * figures.restMin) / Math.max(figures.workMin, figures.busyMin)"
              height="12"
              fill="var(--hair)"
            />
            <rect
              :x="0.5 + (299 * figures.restMin) / Math.max(figures.workMin, figures.busyMin)"
              y="10"
              :width="(299 * figures.pourMin) / Math.max(figures.workMin, figures.busyMin)"
              height="12"
              :fill="pot.tint"
              stroke="var(--ink)"
              stroke-width="0.7"
            />
            <text x="0" y="42" font-size="12" fill="var(--soft)">
              rest {{ writtenNumber(figures.restMin, 0) }}, pour
              {{ writtenNumber(figures.pourMin, 0) }} of {{ writtenNumber(figures.workMin, 0) }} min
              at {{ figure(workshop.warmC, '°C', 1) }}
            </text>
          </svg>
          <h2 class="mt-4 mb-1">Pours, one after another</h2>
          <PourList :pours="pours" />
          <ul class="mt-2">
            <li
              v-for="portion in pot.portions"
              :key="`${portion.lineId}/${portion.layer.id}/${portion.firstPiece}`"
              class="text-soft"
            >
              <NuxtLink :to="`/orders/${portion.orderId}`" class="link"
                >{{ portion.recipeName }}, {{ portion.layer.name }}</NuxtLink
              >: {{ pieceRange(portion) }}, {{ figure(portion.pouredMl, 'ml', 1) }}
            </li>
          </ul>
          <template v-if="homes">
            <h2 class="mt-4 mb-1">Homes for what is left</h2>
            <p v-if="homes.fills.length === 0" class="text-soft">
              No filler mould of the day takes it; {{ figure(homes.lostMl, 'ml', 0) }} would be
              lost.
            </p>
            <ul v-else>
              <li v-for="fill in homes.fills" :key="fill.mould">
                {{ fill.mould }}: <strong>{{ figure(fill.ml, 'ml', 1) }}</strong>{{ ' ' }}
                <span class="text-soft">to {{ figure(fill.depthMm, 'mm', 1) }}</span>
              </li>
            </ul>
          </template>
          <ul v-if="warnings.length > 0" class="mt-3 space-y-2">
            <li
              v-for="warning in warnings"
              :key="warning.where + warning.code"
              class="border-l-4 border-hands pl-3"
            >
              <strong>{{ inOwnWords(warning.message) }}</strong>: {{ inOwnWords(warning.suggestion)
              }}<span v-if="pot.portions.length > 1"> ({{ warning.where }})</span>.
            </li>
          </ul>
          <RescueFields class="mt-6" :resin="resin" :need-ml="pot.needMl" :unit="unit" />
        </section>
      </div>
      <CautionList class="mt-6" :topics="['liquid', 'cup', 'waste']" />
    </template>
  </div>
</template>
