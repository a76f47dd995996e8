<script setup lang="ts">
import { foldFaces } from '~~/core/rework'
import { FRONTS } from '~~/core/trade'
import { onHappened, readAgain } from '~/live/happened'
import { noteSchema } from '~~/shared/schemas/pieces'
import type { PieceLog } from '~~/shared/types/pieces'
import { PIECE_STAGE } from '~/utils/pieceStages'

const route = useRoute()
const racks = useRackStore()
const log = ref<PieceLog | null>(null)
const id = Number(route.params.id)
const recipes = useRecipeStore()
const { ready, failure, again } = useLoading(async () => {
  await recipes.load()
  log.value = await racks.log(id)
})
const recipe = computed(() => recipes.byId.get(log.value?.piece.recipeId ?? 0) ?? null)
const faces = computed(() => foldFaces(log.value?.events ?? []))
const readLog = readAgain(async () => (log.value = await racks.log(id)))
const { off } = onHappened((event) => {
  if (event.subject === 'piece' && event.id === id) readLog()
})
onScopeDispose(off)
const draft = reactive({ note: '' })
const form = useForm({
  schema: noteSchema,
  send: ({ note }) => racks.note({ id }, note),
  done: (fresh) => {
    log.value = fresh
    draft.note = ''
  },
})
const photoFailure = ref('')
async function photograph(files: FileList | null): Promise<void> {
  const file = files?.[0]
  photoFailure.value = ''
  if (!file) return
  try {
    log.value = await racks.photograph({ id }, file)
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    photoFailure.value = error.problem.title
  }
}
</script>

<template>
  <div class="max-w-5xl">
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready || !log" class="text-soft" role="status">Fetching the page …</p>
    <template v-else>
      <PlaceHead :title="`${log.piece.recipeName} ${log.piece.number}`" :note="log.piece.orderTitle"
        ><NuxtLink to="/notebook" class="quiet">The notebook</NuxtLink></PlaceHead
      >
      <p class="mb-3">
        <StateWord :word="log.piece.state" :stage="PIECE_STAGE[log.piece.state]" />
      </p>
      <section
        v-if="recipe && (faces.marks.length > 0 || faces.fronts.size > 0)"
        class="mb-5 grid max-w-xl grid-cols-2 gap-4"
        aria-label="Its faces"
      >
        <FaceMarks
          v-for="face in FRONTS"
          :key="face"
          :recipe="recipe"
          :face="face"
          :marks="faces.marks"
          :front="faces.fronts.get('') ?? recipe.front"
        />
      </section>
      <PieceHistory :events="log.events" />
      <div class="mt-5 grid gap-6 md:grid-cols-2">
        <form class="space-y-2" novalidate @submit.prevent="form.submit(draft)">
          <FieldText
            v-model="draft.note"
            label="Write down"
            :rows="3"
            :error="form.errorAt('note')"
          />
          <button class="press" :disabled="form.sending.value">Keep the note</button>
        </form>
        <section>
          <h2 class="mb-2">Photographs</h2>
          <p v-if="photoFailure" role="alert" class="wrong">{{ photoFailure }}</p>
          <div class="flex flex-wrap gap-3">
            <a
              v-for="photo in log.photoIds"
              :key="photo"
              :href="`/api/photos/${photo}`"
              target="_blank"
              rel="noopener"
              ><img
                :src="`/api/photos/${photo}`"
                :alt="`Photograph of ${log.piece.recipeName} ${log.piece.number}`"
                class="h-36 border border-hair object-cover"
            /></a>
          </div>
          <p v-if="log.photoIds.length === 0" class="text-soft">None yet.</p>
          <label class="quiet mt-3 inline-grid cursor-pointer place-content-center"
            >Add a photograph<input
              type="file"
              accept="image/jpeg,image/png,image/webp"
              class="sr-only"
              @change="photograph(($event.target as HTMLInputElement).files)"
          /></label>
        </section>
      </div>
    </template>
  </div>
</template>
