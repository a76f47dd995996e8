<script setup lang="ts">
import { MILESTONE_WORDS } from '~~/core/trade'
import { MS_PER_MIN, formatDuration } from '~~/core/units'
import type { PieceEvent } from '~~/shared/types/pieces'
import { FACE_WORDS } from '~/utils/faceWords'

/** Everything that happened to a piece, against the plan; how a pot was mixed opens below its pour. */
const { events } = defineProps<{ events: readonly PieceEvent[] }>()
const { dayAndClock } = useWhen()
const opened = ref<number | null>(null)
const KIND_WORDS: Partial<Record<PieceEvent['kind'], string>> = {
  seen: 'seen',
  'mark off': 'not there after all',
  front: 'settled as the front',
  second: 'second quality',
}
const detailsOf = ({ layerName, milestone, defect, face, route, part }: PieceEvent) =>
  [
    layerName,
    milestone && MILESTONE_WORDS[milestone],
    defect,
    face && FACE_WORDS[face],
    route,
    part,
  ].filter(Boolean)
function against(at: string, plannedAt: string | null): string {
  if (!plannedAt) return ''
  const minutes = (Date.parse(at) - Date.parse(plannedAt)) / MS_PER_MIN
  return Math.abs(minutes) < 1
    ? 'on the minute'
    : `${formatDuration(Math.abs(minutes))} ${minutes > 0 ? 'later' : 'earlier'}`
}
</script>

<template>
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
      <template v-for="event in events" :key="event.id">
        <tr>
          <td class="font-semibold">
            {{ KIND_WORDS[event.kind] ?? event.kind
            }}<span v-if="detailsOf(event).length > 0" class="font-normal"
              >: {{ detailsOf(event).join(', ') }}</span
            ><span v-if="event.letter" class="font-normal text-soft">, pot {{ event.letter }}</span
            ><span v-if="event.place" class="block font-normal text-soft"
              >on {{ event.place }}</span
            >
            <button
              v-if="event.runId"
              type="button"
              class="link block font-normal"
              :aria-expanded="opened === event.id"
              @click="opened = opened === event.id ? null : event.id"
            >
              how it was mixed
            </button>
          </td>
          <td class="whitespace-nowrap">{{ dayAndClock(event.at) }}</td>
          <td class="whitespace-nowrap">
            {{ event.plannedAt ? dayAndClock(event.plannedAt) : '–' }}
          </td>
          <td class="whitespace-nowrap">{{ against(event.at, event.plannedAt) }}</td>
          <td>{{ event.person }}</td>
          <td>{{ event.note }}</td>
        </tr>
        <tr v-if="event.runId && opened === event.id">
          <td colspan="6"><PouredHow :run-id="event.runId" /></td>
        </tr>
      </template>
    </tbody>
  </table>
</template>
