<script setup lang="ts">
import {
  DEFECTS,
  foldFaces,
  memberOf,
  membersOf,
  type Defect,
  type Mark,
  type Route,
} from '~~/core/rework'
import { FRONTS, type Front } from '~~/core/trade'
import type { Verdict } from '~~/shared/schemas/pieces'
import type { PieceLog, PieceRow } from '~~/shared/types/pieces'

/**
 * Both faces of a piece are looked at, what is wrong is marked where it is, and it is judged; of a
 * set, piece by piece.
 */
const { piece } = defineProps<{ piece: PieceRow }>()
const emit = defineEmits<{
  judged: [act: { words: string; work: (soItIs: boolean) => Promise<PieceLog>; lost: boolean }]
  refused: [sentence: string]
}>()
const racks = useRackStore()
const recipes = useRecipeStore()
const note = ref('')
const log = shallowRef<PieceLog | null>(null)
const recipe = computed(() => recipes.byId.get(piece.recipeId) ?? null)
const members = computed(() => (recipe.value ? membersOf(recipe.value) : []))
const part = ref('')
const member = computed(() => members.value.find(({ name }) => name === part.value) ?? null)
watch(
  members,
  (all) => {
    const open = all.find(({ name }) => !piece.parts.some((one) => one.name === name))
    part.value = (open ?? all[0])?.name ?? ''
  },
  { immediate: true },
)
const verdictOf = (name: string) =>
  piece.parts.find((one) => one.name === name)?.state ?? 'to judge'
const own = computed(() => recipe.value && memberOf(recipe.value, member.value))

const faces = computed(() => foldFaces(log.value?.events ?? []))
const marks = computed(() => faces.value.marks.filter((mark) => mark.part === part.value))
const front = computed<Front>(
  () => faces.value.fronts.get(part.value) ?? recipe.value?.front ?? 'underside',
)
const placing = ref<Defect | null>(null)
async function attempt(work: () => Promise<PieceLog>): Promise<void> {
  try {
    log.value = await work()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    emit('refused', error.problem.title)
  }
}
watch(
  () => piece.version,
  () => attempt(() => racks.log(piece.id)),
  { immediate: true },
)
const mark = (face: Front, x: number, y: number) =>
  placing.value &&
  attempt(() =>
    racks.mark(piece, { defect: placing.value!, face, x, y, part: part.value, isThere: true }),
  )
const takeOff = (one: Mark) => attempt(() => racks.mark(piece, { ...one, isThere: false }))
const settle = (face: Front) => attempt(() => racks.settleFront(piece, { face, part: part.value }))

const isMending = ref(false)
const VERDICT_WORDS: Record<Verdict, string> = {
  good: 'good',
  second: 'second quality',
  rework: 'to be mended',
  lost: 'lost; it is made again',
}
const named = computed(() => part.value || `${piece.recipeName} ${piece.number}`)
function judge(verdict: Verdict, route?: Route): void {
  const said = { verdict, note: note.value, part: part.value || undefined, route }
  emit('judged', {
    words: `${named.value}: ${route ?? VERDICT_WORDS[verdict]}.`,
    work: async (soItIs) => {
      const done = await racks.judge(piece, { ...said, soItIs })
      note.value = ''
      isMending.value = false
      return done
    },
    lost: verdict === 'lost' && part.value === '' && piece.mends === null,
  })
}
</script>

<template>
  <section class="mt-4" aria-label="Look at it and judge it">
    <div
      v-if="members.length > 0"
      class="mb-3 flex flex-wrap gap-2"
      role="group"
      aria-label="Pieces of the set"
    >
      <button
        v-for="one in members"
        :key="one.name"
        type="button"
        class="slim border px-3"
        :class="one.name === part ? 'border-ink bg-act text-act-ink' : 'border-firm'"
        :aria-pressed="one.name === part"
        @click="part = one.name"
      >
        {{ one.name }} <span class="opacity-75">{{ verdictOf(one.name) }}</span>
      </button>
    </div>
    <div v-if="own" class="grid grid-cols-2 gap-4">
      <FaceMarks
        v-for="face in FRONTS"
        :key="face"
        :recipe="own"
        :face="face"
        :marks="marks"
        :front="front"
        :placing="placing"
        is-judged
        @place="(x: number, y: number) => mark(face, x, y)"
        @off="takeOff"
        @front="settle(face)"
      />
    </div>
    <div class="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="What is wrong">
      <button
        v-for="defect in DEFECTS"
        :key="defect"
        type="button"
        class="slim border px-2"
        :class="defect === placing ? 'border-ink bg-act text-act-ink' : 'border-firm'"
        :aria-pressed="defect === placing"
        @click="placing = defect === placing ? null : defect"
      >
        {{ defect }}
      </button>
    </div>
    <p class="mt-1 min-h-7 text-soft" aria-live="polite">
      <template v-if="placing"
        >Press on the face where it is, or
        <button type="button" class="link" @click="mark(front, 0, 0)">
          in the middle of the front</button
        >.</template
      ><template v-else>Choose what is wrong, then press where it is.</template>
    </p>
    <FieldText v-model="note" class="mt-2" label="What was seen" :rows="2" />
    <div class="mt-3 flex flex-wrap items-center gap-2">
      <button type="button" class="press" @click="judge('good')">Good</button>
      <button type="button" class="quiet" @click="judge('second')">Second quality</button>
      <button
        type="button"
        class="quiet"
        :aria-expanded="isMending"
        @click="isMending = !isMending"
      >
        Mend …
      </button>
      <button type="button" class="quiet" @click="judge('lost')">Lost</button>
      <slot />
    </div>
    <MendingRoutes
      v-if="isMending && recipe"
      :recipe="recipe"
      :member="member"
      @choose="judge('rework', $event)"
      @close="isMending = false"
    />
  </section>
</template>
