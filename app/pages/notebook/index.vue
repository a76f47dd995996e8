<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { PIECE_STATES } from '~~/core/run'
import { MS_PER_MIN, formatDuration } from '~~/core/units'
import { PIECE_STAGE } from '~/utils/pieceStages'
import type { NotebookFilter } from '~~/shared/types/notebook'

const notebook = useNotebookStore()
const filter = reactive<NotebookFilter>({ find: '', state: null })
const { ready, failure, again } = useLoading(() => notebook.load(filter))
/** Typing is waited for, so that not every letter is asked for. */
const PAUSE_MS = 250
watchDebounced(filter, () => void notebook.load(filter), { debounce: PAUSE_MS })
const isFiltered = computed(() => filter.find !== '' || filter.state !== null)
const STATES = [
  { value: null, label: 'any state' },
  ...PIECE_STATES.map((value) => ({ value, label: value })),
]
const { dayAndClock } = useWhen()
const slip = (plannedAt: string | null, at: string) =>
  plannedAt && at ? (Date.parse(at) - Date.parse(plannedAt)) / MS_PER_MIN : null
function slipWords(minutes: number | null): string {
  if (minutes === null) return '–'
  if (Math.abs(minutes) < 1) return 'as planned'
  return `${formatDuration(Math.abs(minutes))} ${minutes > 0 ? 'later' : 'earlier'}`
}
</script>

<template>
  <div>
    <PlaceHead
      title="Notebook"
      note="What was poured, when it was meant to be, and how it came out."
    />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the notebook …</p>
    <EmptyPlace v-else-if="notebook.rows.length === 0 && !isFiltered" title="Nothing written yet"
      >Every poured piece gets a page of its own, from the pot to the verdict.<template #action
        ><NuxtLink to="/pots" class="press">To the pots</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <search class="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <FieldText
          v-model="filter.find"
          class="w-full sm:w-64"
          label="Find"
          type="search"
          placeholder="an order, a recipe, a number"
        />
        <FieldChoice v-model="filter.state" label="In state" :options="STATES" />
      </search>
      <p v-if="notebook.rows.length === 0" role="status" class="text-soft">
        No piece is like this.
      </p>
      <table v-else class="ledger max-sm:block">
        <thead class="max-sm:sr-only">
          <tr>
            <th>piece</th>
            <th>order</th>
            <th>last pour</th>
            <th>against the plan</th>
            <th>verdict</th>
            <th>note</th>
          </tr>
        </thead>
        <tbody class="max-sm:block">
          <tr
            v-for="row in notebook.rows"
            :key="row.pieceId"
            class="max-sm:block max-sm:border-b max-sm:border-hair max-sm:py-2 max-sm:[&>td]:block max-sm:[&>td]:border-0 max-sm:[&>td]:py-0"
          >
            <td>
              <NuxtLink :to="`/notebook/${row.pieceId}`" class="link font-semibold"
                >{{ row.recipeName }} {{ row.number }}</NuxtLink
              >
            </td>
            <td>{{ row.orderTitle }}</td>
            <td class="whitespace-nowrap">{{ row.pouredAt ? dayAndClock(row.pouredAt) : '–' }}</td>
            <td class="whitespace-nowrap">{{ slipWords(slip(row.plannedAt, row.pouredAt)) }}</td>
            <td><StateWord :word="row.state" :stage="PIECE_STAGE[row.state]" /></td>
            <td>{{ row.note }}</td>
          </tr>
        </tbody>
      </table>
      <button v-if="notebook.next" type="button" class="quiet mt-4" @click="notebook.loadMore">
        Show older pages
      </button>
    </template>
  </div>
</template>
