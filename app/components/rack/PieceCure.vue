<script setup lang="ts">
import { MILESTONES, MILESTONE_WORDS, type Awaited } from '~~/core/trade'
import { whyMilestone } from '~~/core/why'
import type { PieceOpening, PieceRow } from '~~/shared/types/pieces'
import { howSure, relevantMilestones } from '~/utils/nextOpening'

/** How far a piece has cured and will have, how sure that is, and what a finger finds. */
const { piece, now } = defineProps<{ piece: PieceRow; now: number }>()
const emit = defineEmits<{ refused: [sentence: string]; said: [sentence: string] }>()
const racks = useRackStore()
const resins = useResinStore()
const why = useWhyStore()
const { short, shortUntil } = useWhen()

const SHOWN = MILESTONES.filter((name) => name !== 'work')
const openingOf = (milestone: Awaited) =>
  piece.openings.find((opening) => opening.milestone === milestone)
const rows = computed(() =>
  SHOWN.flatMap((milestone) => {
    const opening = openingOf(milestone)
    return opening ? [{ milestone, opening, sure: howSure(opening, now) }] : []
  }),
)
const STAGES = { surely: 'done', perhaps: 'going', 'not yet': 'waiting' } as const
const bandWords = ({ from, until }: PieceOpening) =>
  from === until ? '' : `${short(from)} to ${shortUntil(from, until)}`
/** What a finger may find next: what matters for the piece and is not sure. */
const touchable = computed(() =>
  relevantMilestones(piece).filter((milestone) => {
    const opening = openingOf(milestone)
    return opening && (opening.from !== opening.until || howSure(opening, now) !== 'surely')
  }),
)

async function attempt(work: () => Promise<string>): Promise<void> {
  try {
    emit('said', await work())
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    emit('refused', error.problem.title)
  }
}
const touch = (milestone: Awaited, isThere: boolean) =>
  attempt(async () => {
    await racks.touch(piece, { milestone, isThere })
    return `${MILESTONE_WORDS[milestone]}: ${isThere ? 'it is' : 'not yet'}. Its times follow.`
  })
const explain = (milestone: Awaited) =>
  attempt(async () => {
    const [cure, resin] = [await racks.cure(piece.id), resins.byId.get(piece.resinId)]
    if (cure && resin) why.open(whyMilestone(resin, milestone, cure))
    return ''
  })
const isCharted = ref(false)
</script>

<template>
  <section aria-label="How far it has cured">
    <ol class="mt-3 grid gap-x-6 lg:grid-cols-2">
      <li
        v-for="{ milestone, opening, sure } in rows"
        :key="milestone"
        class="border-b border-hair py-1"
        :class="relevantMilestones(piece).includes(milestone) ? '' : 'text-soft'"
      >
        <div class="flex justify-between gap-3">
          <StateWord :word="MILESTONE_WORDS[milestone]" :stage="STAGES[sure]" />
          <button
            type="button"
            class="font-semibold underline decoration-firm decoration-dotted underline-offset-4"
            :aria-label="`${MILESTONE_WORDS[milestone]} ${short(opening.at)}. Why?`"
            @click="explain(milestone)"
          >
            {{ short(opening.at) }}
          </button>
        </div>
        <p class="flex justify-between gap-3 text-sm text-soft">
          <span>{{ sure === 'perhaps' ? 'perhaps: touch it' : sure }}</span><span>{{
            bandWords(opening)
          }}</span>
        </p>
      </li>
    </ol>
    <div v-if="piece.isOwn && touchable.length > 0" class="mt-3 space-y-2">
      <h3 class="text-soft">Touched with a glove, on a spot that does not show</h3>
      <div
        v-for="milestone in touchable"
        :key="milestone"
        class="flex flex-wrap items-center gap-2"
        role="group"
        :aria-label="MILESTONE_WORDS[milestone]"
      >
        <span class="min-w-52">{{ MILESTONE_WORDS[milestone] }}</span>
        <button type="button" class="quiet slim" @click="touch(milestone, false)">Not yet</button>
        <button type="button" class="quiet slim" @click="touch(milestone, true)">It is</button>
      </div>
    </div>
    <details class="mt-3" @toggle="isCharted = ($event.target as HTMLDetailsElement).open">
      <summary class="link">Temperature and progress</summary>
      <CureChart v-if="isCharted" :piece="piece" :now="now" />
    </details>
  </section>
</template>
