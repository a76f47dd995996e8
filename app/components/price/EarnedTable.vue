<script setup lang="ts">
import type { Together } from '~~/core/earnings'
import { MINUTES_PER_HOUR } from '~~/core/units'

/** What was planned beside what it really took, and what that left. */
const { groups, all, of } = defineProps<{
  groups: readonly (Together & { key: string; name: string; orderId: number | null })[]
  all: Together
  /** What a line stands for. */
  of: string
}>()
const sum = (text: string | null | undefined) => (text ? written(text) : '')
const hours = (minutes: number | undefined) =>
  minutes === undefined ? '' : writtenNumber(minutes / MINUTES_PER_HOUR, 1)
const isLoss = ({ earned }: Together) => Number(earned?.leaves ?? 0) < 0
</script>

<template>
  <div class="overflow-x-auto">
    <table class="ledger">
      <thead>
        <tr>
          <th>{{ of }}</th>
          <th class="figure">good of poured</th>
          <th class="figure">paid without tax</th>
          <th class="figure">was to cost, none failing</th>
          <th class="figure">has cost</th>
          <th class="figure">hours planned</th>
          <th class="figure">hours told</th>
          <th class="figure">leaves</th>
          <th class="figure">an hour of hands</th>
          <th class="figure">a day of mould</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="group in groups" :key="group.key">
          <td>
            <NuxtLink v-if="group.orderId" :to="`/orders/${group.orderId}`" class="link">{{
              group.name
            }}</NuxtLink>
            <template v-else>{{ group.name }}</template>
          </td>
          <td class="figure whitespace-nowrap">{{ group.good }} of {{ group.poured }}</td>
          <td class="figure">{{ group.earned ? sum(group.net) : '' }}</td>
          <td class="figure">{{ sum(group.planned?.total) }}</td>
          <td class="figure">{{ sum(group.real.total) }}</td>
          <td class="figure">{{ hours(group.planned?.handsMin) }}</td>
          <td class="figure">{{ hours(group.real.handsMin) }}</td>
          <td class="figure font-semibold" :class="isLoss(group) ? 'text-hands' : ''">
            {{ sum(group.earned?.leaves) }}
          </td>
          <td class="figure">{{ sum(group.earned?.perHandsHour) }}</td>
          <td class="figure">{{ sum(group.earned?.perMouldDay) }}</td>
        </tr>
      </tbody>
      <tfoot v-if="groups.length > 1">
        <tr class="font-semibold">
          <td>together</td>
          <td class="figure whitespace-nowrap">{{ all.good }} of {{ all.poured }}</td>
          <td class="figure">{{ sum(all.net) }}</td>
          <td class="figure">{{ sum(all.planned?.total) }}</td>
          <td class="figure">{{ sum(all.real.total) }}</td>
          <td class="figure">{{ hours(all.planned?.handsMin) }}</td>
          <td class="figure">{{ hours(all.real.handsMin) }}</td>
          <td class="figure" :class="isLoss(all) ? 'text-hands' : ''">
            {{ sum(all.earned?.leaves) }}
          </td>
          <td class="figure">{{ sum(all.earned?.perHandsHour) }}</td>
          <td class="figure">{{ sum(all.earned?.perMouldDay) }}</td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>
