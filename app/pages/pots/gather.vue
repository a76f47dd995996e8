<script setup lang="ts">
import { decimalsOf } from '~~/core/mix'
import { pieceRange, potOrders, potTitle } from '~~/shared/potTitle'
import type { GatherFields } from '~~/shared/schemas/pots'
import type { Pot } from '~~/shared/types/pots'
import type { TablePot } from '~/composables/useGathering'

const plan = usePlanStore()
const resins = useResinStore()
const session = useSessionStore()
const { local } = useWhen()
const { ready, failure, again } = useLoading(() => Promise.all([plan.load(), resins.load()]))
const waiting = computed(() => plan.pots.filter((pot) => pot.state === 'planned'))
const gathering = useGathering(() => waiting.value)
const { picked, taken, table, judged, working, exact, isChanged } = gathering

const dayOf = (pot: Pot) =>
  pot.startAt ? local(pot.startAt).toFormat('ccc d LLL') : 'not in the plan'
const ANY = 'all'
const filter = reactive({ day: ANY, order: ANY, words: '' })
watch(ready, () => (filter.day = days.value[1]?.value ?? ANY))
const days = computed(() => [
  { value: ANY, label: 'any day' },
  ...[...new Set(waiting.value.map(dayOf))].map((value) => ({ value, label: value })),
])
const orders = computed(() => [
  { value: ANY, label: 'any order' },
  ...[...new Set(waiting.value.flatMap((pot) => pot.portions.map((portion) => portion.orderTitle)))]
    .sort()
    .map((value) => ({ value, label: value })),
])
const wordsOf = (pot: Pot) =>
  pot.portions
    .map(
      (portion) =>
        `${portion.recipeName} ${portion.layer.name} ${portion.orderTitle} ${pieceRange(portion)}`,
    )
    .join(' ')
    .toLowerCase()
const shown = computed(() =>
  waiting.value.filter(
    (pot) =>
      (filter.day === ANY || dayOf(pot) === filter.day) &&
      (filter.order === ANY ||
        pot.portions.some((portion) => portion.orderTitle === filter.order)) &&
      wordsOf(pot).includes(filter.words.trim().toLowerCase()),
  ),
)
const toggle = (pot: Pot) =>
  gathering.pick(
    picked.value.has(pot.id)
      ? [...picked.value].filter((id) => id !== pot.id)
      : [...picked.value, pot.id],
  )
const pickShown = () => gathering.pick([...picked.value, ...shown.value.map((pot) => pot.id)])

const NEW_TINT = 'var(--sheet)'
const newNames = computed(
  () =>
    new Map(table.value.filter((pot) => pot.keep === null).map((pot, i) => [pot.key, `+${i + 1}`])),
)
const letterOf = (pot: TablePot) =>
  taken.value.find((one) => one.id === pot.keep) ?? {
    letter: newNames.value.get(pot.key) ?? '+',
    tint: NEW_TINT,
  }
const groups = computed(() => {
  const list = new Map<string, typeof judged.value>()
  for (const one of judged.value)
    list.set(one.resin?.name ?? '', [...(list.get(one.resin?.name ?? '') ?? []), one])
  return [...list]
})
const readingsOf = ({ resin, figures }: (typeof judged.value)[number]) => {
  const mixed = resin && figures ? mixForPot(resin, figures.needMl, session.measure) : ''
  return mixed === null || typeof mixed === 'string'
    ? (mixed ?? '')
    : mixed.steps
        .map(
          (step) =>
            `${step.part.toUpperCase()} to ${figure(step.readTo, step.unit, decimalsOf(session.measure))}`,
        )
        .join(', ')
}
/** Layers that the plan had on different days wait for one another in one pot. */
const daysApart = (pot: TablePot) => {
  const planned = new Set(
    pot.portions.flatMap((portion) =>
      taken.value
        .filter((one) =>
          one.portions.some(
            (own) => own.lineId === portion.lineId && own.layer.id === portion.layer.id,
          ),
        )
        .map(dayOf),
    ),
  )
  return planned.size > 1 ? [...planned].join(' and ') : ''
}
const breaks = computed(() =>
  judged.value.some((one) => one.problems.some((problem) => problem.breaks)),
)

const refused = ref('')
const told = ref('')
const before = ref<GatherFields['pots'] | null>(null)
async function send(fields: GatherFields): Promise<boolean> {
  refused.value = ''
  try {
    await plan.gather(fields)
    gathering.pick([])
    return true
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    refused.value = [
      error.problem.title,
      ...error.problem.issues.map((issue) => issue.message),
    ].join(' ')
    if (error.problem.status === 409) gathering.pick([])
    return false
  }
}
async function keep(): Promise<void> {
  const was = taken.value.map((pot) => ({
    keep: null,
    portions: pot.portions.map(({ lineId, layer, firstPiece, pieces }) => ({
      lineId,
      layerId: layer.id,
      firstPiece,
      pieces,
    })),
  }))
  const [from, to] = [taken.value.length, table.value.length]
  if (!(await send(gathering.fields()))) return
  before.value = was
  told.value = `${from} ${from === 1 ? 'pot has' : 'pots have'} become ${to}, and the plan has been made anew.`
}
async function undo(): Promise<void> {
  if (!before.value) return
  const wanted = new Set(
    before.value.flatMap((pot) =>
      pot.portions.map((portion) => `${portion.lineId}/${portion.layerId}`),
    ),
  )
  const from = waiting.value.filter(
    (pot) =>
      pot.gathered &&
      pot.portions.some((portion) => wanted.has(`${portion.lineId}/${portion.layer.id}`)),
  )
  if (await send({ from: from.map(({ id, version }) => ({ id, version })), pots: before.value })) {
    told.value = 'The pots are as they were.'
    before.value = null
  }
}
</script>

<template>
  <div>
    <PlaceHead
      title="Gather pots"
      note="Layers of one resin from as few mixes as can be poured in time."
    >
      <NuxtLink to="/pots" class="quiet">All pots</NuxtLink>
      <button
        type="button"
        class="quiet"
        :disabled="table.length === 0 || working"
        @click="gathering.gather()"
      >
        Fewest pots
      </button>
      <button v-if="working" type="button" class="quiet" @click="gathering.stop()">Stop</button>
      <button
        type="button"
        class="press"
        :disabled="!isChanged || breaks || plan.planning"
        @click="keep"
      >
        {{ plan.planning ? 'Planning …' : 'Keep these pots' }}
      </button>
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the pots …</p>
    <EmptyPlace v-else-if="waiting.length === 0" title="No pots wait to be mixed"
      >Pots come from the plan. Once several wait, those of one resin can be mixed
      together.<template #action
        ><NuxtLink to="/plan" class="press">Open the plan</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <p v-if="refused" role="alert" class="wrong mb-2">{{ refused }}</p>
      <p v-if="told" role="status" class="mb-2 flex items-center gap-3">
        {{ told }}<button v-if="before" type="button" class="quiet slim" @click="undo">Undo</button>
      </p>
      <div class="grid gap-x-8 gap-y-5 lg:grid-cols-[21rem_minmax(0,1fr)]">
        <section aria-label="Layers to pour">
          <div class="grid grid-cols-2 gap-2">
            <FieldChoice v-model="filter.day" label="Day" :options="days" /><FieldChoice
              v-model="filter.order"
              label="Order"
              :options="orders"
            />
            <FieldText v-model="filter.words" label="Piece or layer" class="col-span-2" />
          </div>
          <div class="my-2 flex gap-2">
            <button
              type="button"
              class="quiet slim"
              :disabled="shown.length === 0"
              @click="pickShown"
            >
              Pick these {{ shown.length }}</button
            ><button
              type="button"
              class="quiet slim"
              :disabled="picked.size === 0"
              @click="gathering.pick([])"
            >
              Pick none
            </button>
          </div>
          <p v-if="shown.length === 0" class="text-soft">No pot matches.</p>
          <ul class="lg:max-h-[60vh] lg:overflow-y-auto">
            <li v-for="pot in shown" :key="pot.id" class="border-b border-hair">
              <label
                class="grid cursor-pointer grid-cols-[1.4rem_1.8rem_minmax(0,1fr)] items-center gap-2 py-1 leading-tight"
                :class="picked.has(pot.id) ? 'bg-sheet' : ''"
              >
                <input
                  type="checkbox"
                  class="size-5 accent-ink"
                  :checked="picked.has(pot.id)"
                  @change="toggle(pot)"
                /><PotMark :letter="pot.letter" :tint="pot.tint" />
                <span class="min-w-0"
                  >{{ potTitle(pot) }}<br /><span class="text-sm text-soft"
                    >{{ dayOf(pot) }} · {{ figure(pot.needMl, 'ml', 0) }} ·
                    {{ potOrders(pot) }}</span
                  ></span
                >
              </label>
            </li>
          </ul>
        </section>
        <section aria-label="The pots they come from" class="min-w-0">
          <p v-if="table.length === 0" class="sheet p-6 text-soft">
            Pick the layers to pour, by day, by order or one by one. Then let them be gathered, or
            drag a layer to another pot: what breaks is said at once.
          </p>
          <template v-else>
            <p class="mb-2" role="status">
              {{ taken.length }} {{ taken.length === 1 ? 'pot' : 'pots' }} picked,
              {{ table.length }} on the table<span v-if="working">; looking for the fewest …</span
              ><span v-else-if="exact">; proven: fewer cannot be</span
              ><span v-else-if="exact === false">; the best that was found in time</span>.
            </p>
            <div v-for="[name, list] in groups" :key="name" class="mb-5">
              <h2 class="mb-1">{{ name }}</h2>
              <div class="grid gap-3 2xl:grid-cols-2">
                <PotTable
                  v-for="one in list"
                  :key="one.pot.key"
                  v-model="one.pot.portions"
                  :judged="one"
                  :others="list.map((other) => other.pot).filter((pot) => pot.key !== one.pot.key)"
                  :letter-of="letterOf"
                  :readings="readingsOf(one)"
                  :apart="daysApart(one.pot)"
                  @move="(portion, to) => gathering.move(portion, one.pot, to)"
                  @halve="gathering.halve($event, one.pot)"
                  @dragged="gathering.tidy()"
                />
              </div>
            </div>
            <CautionList :topics="['liquid', 'cup']" />
          </template>
        </section>
      </div>
    </template>
  </div>
</template>
