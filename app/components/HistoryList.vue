<script setup lang="ts">
import type { LiveEvent, Subject } from '~~/shared/events'
import { eventWords } from '~~/shared/words'
import { onHappened, readAgain } from '~/live/happened'

/** Who changed something, when, and what of it; read when it is opened. */
const { subject, id } = defineProps<{ subject: Subject; id: number }>()
const history = useHistoryStore()
const { dayAndClock } = useWhen()
const rows = shallowRef<LiveEvent[]>([])
const next = ref<string | null>(null)
const isOpen = ref(false)
const failure = ref('')

async function tellWhy(read: () => Promise<void>): Promise<void> {
  failure.value = ''
  try {
    await read()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    failure.value = error.problem.title
  }
}
const load = () =>
  tellWhy(async () => {
    const first = await history.page(subject, id)
    rows.value = first.rows
    next.value = first.next
  })
const more = () =>
  tellWhy(async () => {
    const older = await history.page(subject, id, next.value ?? '')
    rows.value = [...rows.value, ...older.rows]
    next.value = older.next
  })
function toggled(event: Event): void {
  isOpen.value = (event.target as HTMLDetailsElement).open
  if (isOpen.value) void load()
}
const again = readAgain(load)
const { off } = onHappened((event) => {
  if (isOpen.value && event.subject === subject && event.id === id) again()
})
onScopeDispose(off)
</script>

<template>
  <details class="mt-6" @toggle="toggled">
    <summary class="text-soft">who changed what</summary>
    <p v-if="failure" role="alert" class="wrong">{{ failure }}</p>
    <p v-else-if="rows.length === 0" class="text-soft">
      Nothing is written down from before this list was kept.
    </p>
    <table v-else class="ledger mt-1 max-w-3xl">
      <tbody>
        <tr v-for="event in rows" :key="event.number">
          <td class="whitespace-nowrap text-soft">{{ dayAndClock(event.at) }}</td>
          <td>
            <strong>{{ event.by ?? 'The workshop' }}</strong> {{ eventWords(event) }}
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="next" type="button" class="quiet slim mt-2" @click="more">Earlier</button>
  </details>
</template>
