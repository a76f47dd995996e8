<script setup lang="ts">
import { MS_PER_MIN, formatDuration } from '~~/core/units'
import { PIECE_STAGE } from '~/utils/pieceStages'

const notebook = useNotebookStore()
const { ready, failure, again } = useLoading(() => notebook.load())
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
    <EmptyPlace v-else-if="notebook.rows.length === 0" title="Nothing written yet"
      >Every poured piece gets a page of its own, from the pot to the verdict.<template #action
        ><NuxtLink to="/pots" class="press">To the pots</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <table class="ledger">
        <thead>
          <tr>
            <th>piece</th>
            <th>order</th>
            <th>last pour</th>
            <th>against the plan</th>
            <th>verdict</th>
            <th>note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in notebook.rows" :key="row.pieceId">
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
