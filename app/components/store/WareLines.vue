<script setup lang="ts">
import type { Ware } from '~~/core/stock'
import type { LotRow } from '~~/shared/types/stock'

/** Wares that stand in one line each: what there is, what the plan takes of it, and the packs of it. */
defineProps<{
  title: string
  wares: {
    ware: Ware
    name: string
    hex?: string
    unit: string
    lots: LotRow[]
    left: number
    /** What planned work takes. */
    planned: number
    /** From when there is not enough, with what is ordered. */
    lacksFrom: string | null
  }[]
}>()
const { day } = useWhen()
const { ending, amountOf } = useShelf()
</script>

<template>
  <section>
    <h2 class="mb-1">{{ title }}</h2>
    <table class="ledger">
      <thead>
        <tr>
          <th>what</th>
          <th class="figure">there is</th>
          <th class="figure">planned</th>
          <th>packs</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ ware, name, hex, unit, lots, left, planned, lacksFrom } in wares"
          :key="`${ware.of}${ware.id}`"
        >
          <td>
            <span
              v-if="hex"
              class="mr-2 inline-block size-4 border border-ink align-middle"
              :style="{ background: hex }"
            />{{ name }}
          </td>
          <td class="figure whitespace-nowrap" :class="left < 0 ? 'font-semibold text-hands' : ''">
            {{ lots.length > 0 ? amountOf(left, unit) : 'not counted' }}
          </td>
          <td class="figure whitespace-nowrap">
            {{ planned > 0 ? amountOf(planned, unit) : '' }}
            <span v-if="lots.length > 0 && lacksFrom" class="block font-semibold text-hands"
              >lacks from {{ day(lacksFrom) }}</span
            >
          </td>
          <td>
            <NuxtLink
              v-for="lot in lots"
              :key="lot.id"
              :to="`/stores/lots/${lot.id}`"
              class="link mr-4 whitespace-nowrap"
              >{{ lot.code
              }}<span
                v-if="ending(lot).words"
                :class="ending(lot).isOver ? 'text-hands' : 'text-soft'"
                >, {{ ending(lot).words }}</span
              ></NuxtLink
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
