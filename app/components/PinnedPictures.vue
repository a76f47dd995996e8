<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import type { PinnedPicture, PinnedTo } from '~~/shared/types/pinned'

/** Drawings and photographs that are pinned to a recipe or an order. */
const { to, may, of } = defineProps<{
  to: PinnedTo
  /** Whether one may pin and take off. */
  may: boolean
  /** What they are pinned to, in a word or two. */
  of: string
}>()
const pinned = usePinnedStore()
const { dayAndClock } = useWhen()
const pictures = shallowRef<PinnedPicture[]>([])
const complaint = ref('')
const busy = ref(false)
const { failure, again } = useLoading(async () => {
  pictures.value = await pinned.list(to)
})
async function attempt(does: () => Promise<PinnedPicture[]>): Promise<void> {
  complaint.value = ''
  busy.value = true
  try {
    pictures.value = await does()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    complaint.value = error.problem.title
  } finally {
    busy.value = false
  }
}
function pin(event: Event): void {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) void attempt(() => pinned.pin(to, file))
  input.value = ''
}
const takeOff = (id: number) => attempt(() => pinned.takeOff(id))
</script>

<template>
  <section :aria-label="`Pictures of ${of}`">
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <ul class="flex flex-wrap gap-3">
      <li v-for="(picture, i) in pictures" :key="picture.id" class="relative">
        <a :href="`/api/pinned/${picture.id}`" target="_blank" rel="noopener"
          ><img
            :src="`/api/pinned/${picture.id}`"
            :width="picture.widthPx"
            :height="picture.heightPx"
            :alt="`Picture ${i + 1} of ${of}, pinned by ${picture.by}, ${dayAndClock(picture.pinnedAt)}`"
            class="h-28 w-auto border border-hair object-cover"
        /></a>
        <button
          v-if="may"
          type="button"
          class="quiet slim absolute right-1 bottom-1 bg-sheet"
          :disabled="busy"
          :aria-label="`Take picture ${i + 1} off`"
          @click="takeOff(picture.id)"
        >
          <Trash2 :size="15" />
        </button>
      </li>
    </ul>
    <p v-if="complaint" role="alert" class="wrong">{{ complaint }}</p>
    <label v-if="may" class="quiet mt-2 inline-grid cursor-pointer place-content-center"
      >{{ busy ? 'Sending …' : 'Pin a drawing or a photograph'
      }}<input
        type="file"
        accept="image/jpeg,image/png,image/webp"
        class="sr-only"
        :disabled="busy"
        @change="pin"
    /></label>
  </section>
</template>
