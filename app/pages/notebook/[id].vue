<script setup lang="ts">
import { MILESTONE_WORDS } from '~~/core/trade'
import { MS_PER_MIN, formatDuration } from '~~/core/units'
import { onHappened, readAgain } from '~/live/happened'
import { noteSchema } from '~~/shared/schemas/pieces'
import type { PieceLog } from '~~/shared/types/pieces'
import { PIECE_STAGE } from '~/utils/pieceStages'

const route = useRoute()
const racks = useRackStore()
const log = ref<PieceLog | null>(null)
const id = Number(route.params.id)
const { ready, failure, again } = useLoading(async () => (log.value = await racks.log(id)))
const { dayAndClock } = useWhen()
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
function against(at: string, plannedAt: string | null): string {
  if (!plannedAt) return ''
  const minutes = (Date.parse(at) - Date.parse(plannedAt)) / MS_PER_MIN
  return Math.abs(minutes) < 1
    ? 'on the minute'
    : `${formatDuration(Math.abs(minutes))} ${minutes > 0 ? 'later' : 'earlier'}`
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
      <table class="ledger">
        <thead>
          <tr>
            <th>done</th>
            <th>when</th>
            <th>planned</th>
            <th>against the plan</th>
            <th>by</th>
            <th>note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="event in log.events" :key="event.id">
            <td class="font-semibold">
              {{ event.kind
              }}<span v-if="event.layerName" class="font-normal">: {{ event.layerName }}</span
              ><span v-if="event.letter" class="font-normal text-soft"
                >, pot {{ event.letter }}</span
              ><span v-if="event.milestone" class="font-normal"
                >: {{ MILESTONE_WORDS[event.milestone] }}</span
              ><span v-if="event.place" class="block font-normal text-soft"
                >on {{ event.place }}</span
              >
            </td>
            <td class="whitespace-nowrap">{{ dayAndClock(event.at) }}</td>
            <td class="whitespace-nowrap">
              {{ event.plannedAt ? dayAndClock(event.plannedAt) : '–' }}
            </td>
            <td class="whitespace-nowrap">{{ against(event.at, event.plannedAt) }}</td>
            <td>{{ event.person }}</td>
            <td>{{ event.note }}</td>
          </tr>
        </tbody>
      </table>
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
