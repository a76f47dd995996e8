<script setup lang="ts">
import { decimalsOf } from '~~/core/mix'
import { whyPart } from '~~/core/why'
import { pieceRange, potOrders, potTitle } from '~~/shared/potTitle'
import type { Pot } from '~~/shared/types/pots'

const plan = usePlanStore()
const resins = useResinStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => Promise.all([plan.load(), resins.load()]))
const { short, local } = useWhen()
const { dayOf, homesOf } = useSurplusHomes()

const decimals = computed(() => decimalsOf(session.measure))
const onlyMine = ref(false)
const rows = computed(() =>
  plan.pots
    .filter((pot) => !onlyMine.value || pot.personId === session.person?.id)
    .flatMap((pot) => {
      const resin = resins.byId.get(pot.resinId)
      if (!resin) return []
      const mixed = mixForPot(resin, pot.needMl, session.measure)
      return [
        {
          pot,
          resin,
          refused: typeof mixed === 'string' ? mixed : null,
          mixed: typeof mixed === 'string' ? null : mixed,
        },
      ]
    }),
)
const days = computed(() => {
  const groups = new Map<string, typeof rows.value>()
  for (const row of rows.value) {
    const key = dayOf(row.pot)
    groups.set(key, [...(groups.get(key) ?? []), row])
  }
  return [...groups]
})
const dayHomes = computed(
  () =>
    new Map(
      days.value.map(([day, list]) => [
        day,
        homesOf(
          list.map(({ pot }) => pot),
          session.measure,
        ),
      ]),
    ),
)
const lostMl = (lost: readonly { ml: number }[]) => lost.reduce((sum, one) => sum + one.ml, 0)
const piecesOf = (pot: Pot) => pot.portions.map(pieceRange).join(', ')
const device = computed(() => {
  const choice = session.person?.measure
  if (!choice) return ''
  return choice.kind === 'cup'
    ? `a cup marked every ${figure(choice.step, 'ml', choice.step < 1 ? 1 : 0)}`
    : `a scale that shows ${figure(choice.step, 'g', 1)}${choice.tare ? '' : ', adding up'}`
})
</script>

<template>
  <div>
    <PlaceHead
      title="Pots"
      :note="`The mixes ahead, in the order of the plan, worked out for ${device}.`"
    >
      <label class="flex items-center gap-2 px-2"
        ><input v-model="onlyMine" type="checkbox" class="size-5 accent-ink" /> mine only</label
      >
      <NuxtLink v-if="session.may('gather pots')" to="/pots/gather" class="quiet"
        >Gather pots</NuxtLink
      >
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the pots …</p>
    <EmptyPlace v-else-if="rows.length === 0" title="No pots ahead"
      >Pots come from the plan: accept an order, plan, and each layer’s mix appears here with its
      letter and tint.<template #action
        ><NuxtLink to="/plan" class="press">Open the plan</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <section v-for="[day, list] in days" :key="day" class="mb-5">
        <h2 class="mb-1">{{ day }}</h2>
        <ul>
          <li
            v-for="{ pot, resin, mixed, refused } in list"
            :key="pot.id"
            class="grid items-center gap-x-5 gap-y-1 border-b border-hair py-2 sm:grid-cols-[2rem_4.5rem_minmax(0,1fr)_auto_auto]"
          >
            <PotMark :letter="pot.letter" :tint="pot.tint" />
            <span
              >{{ pot.startAt ? local(pot.startAt).toFormat('HH:mm') : ''
              }}<span v-if="pot.state === 'mixing'" class="text-soft">open</span></span
            >
            <span
              ><NuxtLink :to="`/pots/${pot.id}`" class="link font-semibold">{{
                potTitle(pot)
              }}</NuxtLink
              >{{ ' ' }}
              <span class="text-soft"
                >{{ piecesOf(pot) }} · {{ potOrders(pot) }} ·
                {{ workshop.people.get(pot.personId ?? 0)?.name ?? 'nobody yet' }}</span
              ><br /><span class="text-soft"
                >{{ resin.name }}, {{ figure(pot.needMl, 'ml', 0) }}</span
              ></span
            >
            <span v-if="refused" class="wrong">{{ refused }}</span>
            <span v-else-if="mixed" class="flex gap-5">
              <span v-for="step in mixed.steps" :key="step.part" class="whitespace-nowrap"
                ><span class="text-soft">{{ step.part.toUpperCase() }} to</span>{{ ' ' }}
                <WhyNumber
                  large
                  :why="whyPart(resin, pot.needMl, session.measure, mixed, step.part)"
                  :value="step.readTo"
                  :decimals="decimals"
                  :unit="step.unit"
              /></span>
            </span>
            <NuxtLink
              v-if="pot.portions.every((portion) => portion.isOwn)"
              :to="`/bench/${pot.id}`"
              class="press inline-grid place-content-center whitespace-nowrap"
              >{{ pot.state === 'mixing' ? 'Go on' : 'To the bench' }}</NuxtLink
            >
          </li>
        </ul>
        <details v-if="dayHomes.get(day)?.fills.length" class="mt-1">
          <summary class="text-soft">
            Lay out for the surplus: {{ figure(dayHomes.get(day)!.usedMl, 'ml', 0) }} find a home,
            {{ figure(lostMl(dayHomes.get(day)!.lost), 'ml', 0) }} are lost
          </summary>
          <table class="ledger mt-1 max-w-xl">
            <thead>
              <tr>
                <th>filler mould</th>
                <th>from pot</th>
                <th class="figure">{{ ownUnits().volume }}</th>
                <th class="figure">to {{ ownUnits().length }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="fill in dayHomes.get(day)!.fills" :key="fill.mould">
                <td>{{ fill.mould }}</td>
                <td>{{ fill.pot }}</td>
                <td class="figure">{{ ownFigure(fill.ml, 'ml', 1).text }}</td>
                <td class="figure">{{ ownFigure(fill.depthMm, 'mm', 1).text }}</td>
              </tr>
            </tbody>
          </table>
        </details>
      </section>
      <CautionList :topics="['liquid', 'cup', 'waste']" />
      <p v-if="plan.plan" class="mt-3 text-soft">
        Planned {{ short(plan.plan.madeAt) }} by {{ plan.plan.madeBy }}.
      </p>
    </template>
  </div>
</template>
