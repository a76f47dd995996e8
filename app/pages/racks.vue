<script setup lang="ts">
import { spareFor } from '~~/core/spares'
import type { PieceLog, PieceRow } from '~~/shared/types/pieces'
import { howSurely, nextOpening, whatNow } from '~/utils/nextOpening'
import { RACK_DEPTH_CM } from '~/utils/rackDepth'

const racks = useRackStore()
const workshop = useWorkshopStore()
const resins = useResinStore()
const recipes = useRecipeStore()
const plan = usePlanStore()
const session = useSessionStore()
const { ready, failure, again } = useLoading(() =>
  Promise.all([racks.load(), resins.load(), recipes.load(), plan.load()]),
)
const now = useTicking(30_000)
const { short, shortUntil, dayAndClock } = useWhen()
const chosenId = ref<number | null>(null)
const panel = useTemplateRef<HTMLElement>('panel')
// On a phone the piece lies below the racks.
watch(chosenId, async () => {
  await nextTick()
  panel.value?.scrollIntoView({ block: 'nearest' })
})
const chosen = computed(() => racks.pieces.find((piece) => piece.id === chosenId.value) ?? null)
const refused = ref('')
const said = ref('')
const lastAct = ref<{ id: number; version: number } | null>(null)

const find = ref('')
const wanted = computed(() => {
  const words = find.value
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  return racks.pieces.filter((piece) => {
    const place = workshop.places.get(piece.placeId ?? 0)?.name ?? ''
    const text = `${piece.recipeName} ${piece.orderTitle} ${piece.state} ${place} ${piece.number}`
    return words.every((word) => text.toLowerCase().includes(word))
  })
})
const groups = computed(() => {
  const map = new Map<string, { first: PieceRow; pieces: PieceRow[] }>()
  for (const piece of wanted.value) {
    const key = `${piece.orderId}.${piece.recipeId}.${piece.layerName}.${piece.letter}.${piece.state}.${piece.placeId}.${piece.curedFrom}`
    const group = map.get(key)
    if (group) group.pieces.push(piece)
    else map.set(key, { first: piece, pieces: [piece] })
  }
  const soonest = (piece: PieceRow) => nextOpening(piece, now.value)?.at ?? ''
  return [...map.values()].sort((x, y) => soonest(x.first).localeCompare(soonest(y.first)))
})
const widestCm = computed(() =>
  Math.max(...workshop.placesInUse.map((place) => place.areaCm2 / RACK_DEPTH_CM)),
)
const canLift = (piece: PieceRow) =>
  piece.layersLeft === 0 && piece.state === 'curing' && piece.hasMould
const isHard = (piece: PieceRow) => howSurely(piece, 'demould', now.value)
const openingOf = (piece: PieceRow) =>
  piece.openings.find((opening) => opening.milestone === 'demould')

/** What is done once somebody says that what looks wrong is so. */
const insist = shallowRef<(() => Promise<void>) | null>(null)
async function attempt(
  words: string,
  work: () => Promise<unknown>,
  sure: typeof insist.value = null,
): Promise<void> {
  refused.value = ''
  said.value = ''
  insist.value = null
  try {
    await work()
    said.value = words
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    refused.value = error.problem.title
    if (error.problem.code === 'say-so') insist.value = sure
    else if (error.problem.status === 409) await racks.load()
  }
}
const liftAll = (pieces: readonly PieceRow[], soItIs = false): Promise<void> =>
  attempt(
    `${pieces.length === 1 ? 'One piece' : `${pieces.length} pieces`} demoulded.`,
    async () => {
      for (const piece of pieces) lastAct.value = (await racks.demould(piece, '', soItIs)).piece
    },
    () => liftAll(stillCuring(pieces), true),
  )
/** Those of some pieces that have not been lifted meanwhile, as they are now. */
const stillCuring = (pieces: readonly PieceRow[]) =>
  racks.pieces.filter(
    (piece) => piece.state === 'curing' && pieces.some((one) => one.id === piece.id),
  )
interface Judged {
  words: string
  work: (soItIs: boolean) => Promise<PieceLog>
  lost: boolean
}
const judged = ({ words, work, lost }: Judged, soItIs = false): Promise<void> =>
  attempt(
    words,
    async () => {
      lastAct.value = (await work(soItIs)).piece
      lostLast.value = lost && session.may('change orders') ? lastAct.value : null
    },
    () => judged({ words, work, lost }, true),
  )
/** What was lost last, and may be made again with a spare. */
const lostLast = ref<{ id: number } | null>(null)
const spare = computed(() =>
  workshop.rules ? spareFor(1, workshop.knownYield, workshop.rules.spareSurePct) : 0,
)
const makeMore = (more: number) =>
  attempt(`${more} more will be poured beside it.`, async () => {
    if (lostLast.value) await racks.makeMore(lostLast.value, more)
    lostLast.value = null
  })
const takeBack = () =>
  attempt('Taken back.', async () => {
    if (lastAct.value) await racks.takeBack(lastAct.value)
    lastAct.value = null
    lostLast.value = null
  })
async function photograph(piece: PieceRow, files: FileList | null): Promise<void> {
  const file = files?.[0]
  if (file) await attempt('The photograph is in the log.', () => racks.photograph(piece, file))
}
</script>

<template>
  <div>
    <PlaceHead
      title="Racks"
      note="What lies where, how far it has cured, what opens and closes next."
    />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the racks …</p>
    <div v-else class="grid gap-x-8 gap-y-5 xl:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
      <section class="space-y-3" aria-label="The racks from above">
        <RackFloor
          v-for="place in workshop.placesInUse"
          :key="place.id"
          :place="place"
          :pieces="racks.pieces.filter((piece) => piece.placeId === place.id)"
          :now="now"
          :widest-cm="widestCm"
          :chosen="chosenId"
          @choose="chosenId = $event"
        />
        <RoomWarmth />
      </section>
      <section class="min-w-0">
        <p v-if="refused" role="alert" class="wrong mb-2">
          {{ refused }}
          <button v-if="insist" type="button" class="quiet slim ml-2" @click="insist()">
            So it is
          </button>
        </p>
        <ToldLast />
        <p v-if="said" role="status" class="mb-2">
          {{ said }}
          <button v-if="lastAct" type="button" class="link" @click="takeBack">Take it back</button>
        </p>
        <p v-if="lostLast && spare > 0" class="mb-2">
          Of a hundred, {{ workshop.rules?.yieldPct }} come out.
          <button type="button" class="quiet slim" @click="makeMore(spare)">
            Pour {{ spare === 1 ? 'a spare' : `${spare} spares` }} beside it
          </button>
        </p>
        <section v-if="chosen" ref="panel" class="sheet mb-5 scroll-mt-4 p-4">
          <div class="flex items-start justify-between gap-4">
            <div class="flex items-start gap-3">
              <PotMark v-if="chosen.letter" :letter="chosen.letter" :tint="chosen.tint" />
              <div>
                <h2>{{ chosen.recipeName }} {{ chosen.number }}</h2>
                <p class="text-soft">
                  {{ chosen.orderTitle }} · {{ chosen.layerName }}, poured
                  {{ dayAndClock(chosen.curedFrom)
                  }}{{ chosen.layersLeft ? `, ${chosen.layersLeft} more to pour` : ''
                  }}{{ chosen.mends ? `; mends ${chosen.mends}` : '' }}
                </p>
              </div>
            </div>
            <button type="button" class="quiet slim" @click="chosenId = null">Close</button>
          </div>
          <PieceCure
            :key="chosen.id"
            :piece="chosen"
            :now="now"
            @refused="((refused = $event), (said = ''))"
            @said="((said = $event), (refused = ''))"
          />
          <PieceTasks :piece="chosen" />
          <p v-if="!chosen.isOwn" class="mt-3 text-soft">
            It is somebody else’s; they, or a member of the workshop, take it off.
          </p>
          <p v-if="canLift(chosen) && isHard(chosen) === 'not yet'" class="wrong mt-2">
            It may be lifted from {{ short(openingOf(chosen)?.from ?? '') }} at the earliest;
            before, it can bend or keep dents.
          </p>
          <p v-else-if="canLift(chosen) && isHard(chosen) === 'perhaps'" class="mt-2 text-soon">
            Perhaps hard enough to be lifted: touch it first. Surely from
            {{ short(openingOf(chosen)?.until ?? '') }}.
          </p>
          <button
            v-if="chosen.isOwn && canLift(chosen)"
            type="button"
            class="press mt-3"
            @click="liftAll([chosen])"
          >
            Demould
          </button>
          <JudgePiece
            v-if="chosen.isOwn"
            :key="`judge-${chosen.id}`"
            :piece="chosen"
            @judged="judged"
            @refused="((refused = $event), (said = ''))"
          >
            <label class="quiet inline-grid cursor-pointer place-content-center"
              >Photograph<input
                type="file"
                accept="image/jpeg,image/png,image/webp"
                class="sr-only"
                @change="photograph(chosen, ($event.target as HTMLInputElement).files)"
            /></label>
            <NuxtLink :to="`/notebook/${chosen.id}`" class="link ml-auto">Its log</NuxtLink>
          </JudgePiece>
        </section>
        <FieldText
          v-if="racks.pieces.length > 0"
          v-model="find"
          class="mb-3 max-w-xs"
          label="Find"
          type="search"
          placeholder="an order, a recipe, a rack, a state"
        />
        <p v-if="racks.pieces.length > 0 && groups.length === 0" role="status" class="text-soft">
          No piece is like this.
        </p>
        <EmptyPlace v-else-if="groups.length === 0" title="The racks are empty"
          >Pieces appear here when a pot is poured and laid down at the bench.<template #action
            ><NuxtLink to="/pots" class="press">To the pots</NuxtLink></template
          ></EmptyPlace
        >
        <table v-else class="ledger stacks">
          <thead>
            <tr>
              <th>pot</th>
              <th>pieces</th>
              <th>state</th>
              <th>place</th>
              <th>next</th>
              <th><span class="sr-only">act</span></th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ first, pieces } in groups"
              :key="first.id"
              :class="pieces.some((piece) => piece.id === chosenId) ? 'bg-sheet' : ''"
            >
              <td class="align-middle!">
                <PotMark v-if="first.letter" :letter="first.letter" :tint="first.tint" />
              </td>
              <td>
                <span class="font-semibold">{{ first.recipeName }}</span>{{ ' ' }}
                <span class="text-soft">{{ first.layerName }}</span><br /><span
                  class="inline-flex flex-wrap gap-1"
                  ><button
                    v-for="piece in pieces"
                    :key="piece.id"
                    type="button"
                    class="min-w-8 border px-1.5"
                    :class="
                      piece.id === chosenId ? 'border-ink bg-act text-act-ink' : 'border-firm'
                    "
                    :aria-label="`${piece.recipeName} ${piece.number}`"
                    @click="chosenId = piece.id"
                  >
                    {{ piece.number }}
                  </button></span
                >
              </td>
              <td>
                <StateWord
                  :word="first.state"
                  :stage="
                    first.state === 'curing' ? 'going' : first.state === 'rework' ? 'hands' : 'done'
                  "
                />
              </td>
              <td>{{ workshop.places.get(first.placeId ?? 0)?.name ?? '' }}</td>
              <td>
                <template v-if="nextOpening(first, now)"
                  ><span
                    :class="nextOpening(first, now)!.closes ? 'font-semibold text-soon' : ''"
                    >{{ nextOpening(first, now)!.words }}</span
                  ><br /><span class="text-soft"
                    >{{ short(nextOpening(first, now)!.from) }} to
                    {{
                      shortUntil(nextOpening(first, now)!.from, nextOpening(first, now)!.until)
                    }}</span
                  ></template
                ><span v-else>{{ whatNow(first) }}</span>
              </td>
              <td class="text-right">
                <button
                  v-if="first.isOwn && canLift(first) && isHard(first) === 'surely'"
                  type="button"
                  class="press slim"
                  @click="liftAll(pieces)"
                >
                  Demould {{ pieces.length === 1 ? '' : `all ${pieces.length}` }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <CautionList class="mt-4" :topics="['sand', 'waste']" />
      </section>
    </div>
  </div>
</template>
