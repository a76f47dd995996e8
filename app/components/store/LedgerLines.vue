<script setup lang="ts">
import type { MovementRow } from '~~/shared/types/stock'
import { MOVEMENT_WORDS } from '~/utils/movementWords'

/** Lines of the stores' ledger; what people told can be taken back, which is a line of its own. */
defineProps<{
  rows: readonly MovementRow[]
  /** Whether every line says which bottle it is about. */
  named?: boolean
}>()
const emit = defineEmits<{ back: [id: number] }>()
const session = useSessionStore()
const { dayAndClock } = useWhen()
const { amountOf, nameOf } = useShelf()
function signed({ amount, unit, kind }: MovementRow): string {
  if (amount === 0 && kind === 'counted') return 'as noted'
  return `${amount < 0 ? '−' : '+'}${amountOf(Math.abs(amount), unit, 1)}`
}
const mayTakeBack = (row: MovementRow) =>
  session.may('change the stores') && row.kind !== 'drawn' && row.undoes === null && !row.isUndone
</script>

<template>
  <table class="ledger">
    <thead>
      <tr>
        <th>when</th>
        <th v-if="named">bottle</th>
        <th>what</th>
        <th class="figure">amount</th>
        <th>who and why</th>
        <th><span class="sr-only">take back</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.id" :class="row.isUndone ? 'text-soft line-through' : ''">
        <td class="whitespace-nowrap">{{ dayAndClock(row.at) }}</td>
        <td v-if="named">
          <NuxtLink :to="`/stores/lots/${row.lotId}`" class="link">{{ row.code }}</NuxtLink><span
            class="ml-2 text-soft"
            >{{ nameOf(row.ware) }}</span
          >
        </td>
        <td class="whitespace-nowrap">
          {{
            row.undoes === null
              ? MOVEMENT_WORDS[row.kind]
              : `taken back: ${MOVEMENT_WORDS[row.kind]}`
          }}
        </td>
        <td class="figure whitespace-nowrap">{{ signed(row) }}</td>
        <td>
          {{
            [row.pot ? `pot ${row.pot}` : '', row.by ?? '', row.note].filter(Boolean).join(' · ')
          }}
        </td>
        <td>
          <button
            v-if="mayTakeBack(row)"
            type="button"
            class="quiet slim"
            @click="emit('back', row.id)"
          >
            Take back
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>
